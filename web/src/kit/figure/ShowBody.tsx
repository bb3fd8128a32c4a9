import { useState } from "react";
import type { Schemas } from "../../api/client";
import { FigureLoop } from "./FigureLoop";

type Props = { notation: string; spoken: string; stance?: Schemas["Question"]["stance"]; className?: string };

/** How the body does a combination, for whoever asks. */
export function ShowBody({ notation, spoken, stance, className = "h-44" }: Props) {
  const [open, setOpen] = useState(false);
  return (
    <details onToggle={(event) => setOpen(event.currentTarget.open)} className="text-sm">
      <summary className="w-fit cursor-pointer rounded font-semibold">How the body does it</summary>
      {open && (
        <FigureLoop
          notation={notation}
          spoken={spoken}
          stance={stance}
          className={`mt-1 max-w-md rounded-xl border-[1.5px] border-seam bg-chalk px-2 py-1 ${className}`}
        />
      )}
    </details>
  );
}
