import { createContext, type ReactNode, useCallback, useContext, useRef, useState } from "react";

type Note = { text: string; undo?: () => void };
const Say = createContext<(text: string, undo?: () => void) => void>(() => {});

/** Says what has just happened, with a way back for a while. */
export const useSay = () => useContext(Say);

const SHOWN = 8_000;

export function SayProvider({ children }: { children: ReactNode }) {
  const [note, setNote] = useState<Note>();
  const timer = useRef<number>(undefined);
  const say = useCallback((text: string, undo?: () => void) => {
    window.clearTimeout(timer.current);
    setNote({ text, undo });
    timer.current = window.setTimeout(() => setNote(undefined), SHOWN);
  }, []);
  return (
    <Say value={say}>
      {children}
      <div
        role="status"
        aria-live="polite"
        className="pointer-events-none fixed inset-x-0 bottom-4 z-50 flex justify-center px-4"
      >
        {note && (
          <div className="pointer-events-auto flex items-center gap-4 rounded-full bg-ink py-2 pr-3 pl-5 font-semibold text-canvas text-sm shadow-lg">
            {note.text}
            {note.undo && (
              <button
                type="button"
                className="rounded-full border border-brass-bright px-3 py-1 text-brass-bright"
                onClick={() => {
                  note.undo?.();
                  setNote(undefined);
                }}
              >
                Undo
              </button>
            )}
          </div>
        )}
      </div>
    </Say>
  );
}
