import { EFFORT_WORDS } from "../api/known";

type Props = { name: string; choose: (effort: number) => void; disabled?: boolean };

/** How hard it was, 0 to 10, each with its word. */
export function EffortScale({ name, choose, disabled }: Props) {
  return (
    <fieldset aria-label={`How hard was ${name}?`} className="grid gap-2">
      {EFFORT_WORDS.map((word, effort) => (
        <button
          key={word}
          type="button"
          disabled={disabled}
          onClick={() => choose(effort)}
          className="flex min-h-13 items-center gap-4 rounded-xl border-[1.5px] border-ink/70 bg-chalk px-4 text-left font-semibold text-lg active:bg-canvas-deep disabled:opacity-55"
        >
          <span className="wide w-8 text-right font-extrabold text-2xl text-brass-dark">{effort}</span>
          {word}
        </button>
      ))}
    </fieldset>
  );
}
