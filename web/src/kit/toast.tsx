import { createContext, type ReactNode, useCallback, useContext, useEffect, useRef, useState } from "react";
import { Refusal } from "../api/client";

type Undo = () => unknown; // what it promises may be refused: that is said
type Note = { text: string; undo?: Undo };
const Say = createContext<(text: string, undo?: Undo) => void>(() => {});

/** Says what has just happened, with a way back for a while. */
export const useSay = () => useContext(Say);

const SHOWN = 8_000;
const SHOWN_WITH_UNDO = 20_000; // long enough to be seen from across the hall and walked to

export function SayProvider({ children }: { children: ReactNode }) {
  const [note, setNote] = useState<Note>();
  const timer = useRef<number>(undefined);
  const stays = () => window.clearTimeout(timer.current);
  const goes = useCallback((undo?: Undo) => {
    window.clearTimeout(timer.current);
    timer.current = window.setTimeout(() => setNote(undefined), undo ? SHOWN_WITH_UNDO : SHOWN);
  }, []);
  const say = useCallback(
    (text: string, undo?: Undo) => {
      setNote({ text, undo });
      goes(undo);
    },
    [goes],
  );
  const undo = async (note: Note) => {
    setNote(undefined);
    try {
      await note.undo?.();
    } catch (error) {
      say(`It could not be undone. ${error instanceof Error ? error.message : ""}`);
    }
  };
  // A refusal that no part of a page shows is said here, not to nobody.
  useEffect(() => {
    const said = (event: PromiseRejectionEvent) => {
      if (!(event.reason instanceof Refusal)) return;
      event.preventDefault();
      say(event.reason.message);
    };
    window.addEventListener("unhandledrejection", said);
    return () => window.removeEventListener("unhandledrejection", said);
  }, [say]);
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
                onPointerEnter={stays}
                onPointerLeave={() => goes(note.undo)}
                onFocus={stays}
                onBlur={() => goes(note.undo)}
                onClick={() => void undo(note)}
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
