import { useState } from "react";
import type { Schemas } from "../../api/client";
import { FigureLoop } from "./FigureLoop";
import { SIDES, type Side } from "./MovingFigure";

type Props = { notation: string; spoken: string; stance?: Schemas["Question"]["stance"]; className?: string };

/** How the body does a combination, for whoever asks, from the side they ask for. */
export function ShowBody({ notation, spoken, stance, className = "h-44" }: Props) {
  const [open, setOpen] = useState(false);
  const [side, setSide] = useState<Side>("striker");
  return (
    <details onToggle={(event) => setOpen(event.currentTarget.open)} className="text-sm">
      <summary className="w-fit cursor-pointer rounded font-semibold">How the body does it</summary>
      {open && (
        <>
          <FigureLoop
            notation={notation}
            spoken={spoken}
            stance={stance}
            sides={[side]}
            className={`mt-1 max-w-md rounded-xl border-[1.5px] border-seam bg-chalk px-2 py-1 ${className}`}
          />
          <fieldset aria-label="Seen from" className="mt-1 flex gap-2">
            {(Object.keys(SIDES) as Side[]).map((name) => (
              <button
                key={name}
                type="button"
                aria-pressed={side === name}
                onClick={() => setSide(name)}
                className="min-h-8 rounded-md border-[1.5px] border-seam bg-chalk px-3 font-semibold text-ink aria-pressed:border-brass aria-pressed:bg-brass aria-pressed:text-chalk"
              >
                {SIDES[name]}
              </button>
            ))}
          </fieldset>
        </>
      )}
    </details>
  );
}
