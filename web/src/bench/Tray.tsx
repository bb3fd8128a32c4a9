import { useLexicon } from "./Completion";

const MORE = [
  ["rear kick", "rear kick"],
  ["lead kick", "lead kick"],
  ["rear low kick", "low kick"],
  ["rear knee", "knee"],
  ["lead elbow", "elbow"],
  ["slip rear", "slip"],
  ["roll lead", "roll"],
  ["step in", "step in"],
  ["switch", "switch"],
] as const;

/** Techniques to tap, for those who do not type. */
export function Tray({ put, undo, canUndo }: { put: (token: string) => void; undo: () => void; canUndo: boolean }) {
  const lexicon = useLexicon();
  const chip =
    "min-h-9 shrink-0 rounded-lg border-[1.5px] border-seam bg-chalk px-1.5 text-[13px] font-semibold hover:border-ink disabled:opacity-50";
  return (
    <div
      role="toolbar"
      aria-label="Techniques to tap"
      className="flex gap-1 max-sm:overflow-x-auto max-sm:pb-1 sm:flex-wrap"
    >
      {lexicon.data?.numbers.map((number) => (
        <button
          key={number.digit}
          type="button"
          className={chip}
          onClick={() => put(String(number.digit))}
          title={number.spoken}
          aria-label={`${number.digit}, ${number.spoken}`}
        >
          {number.digit}
        </button>
      ))}
      {MORE.map(([token, name]) => (
        <button key={token} type="button" className={chip} onClick={() => put(token)} aria-label={token}>
          {name}
        </button>
      ))}
      <button type="button" className={`${chip} ml-auto`} onClick={undo} disabled={!canUndo}>
        Undo
      </button>
    </div>
  );
}
