import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { FigureDrawing } from "../../kit/figure/FigureDrawing";
import { facing, VIEWS, type View, type ViewName } from "../../kit/figure/view";
import { asks } from "../../kit/queries";
import type { Judging } from "../useAnalysis";

type Props = {
  notation: string;
  judging: Judging;
  tempo: number;
  seconds: number;
  seen: Seen;
  see: (seen: Seen) => void;
};

export type Seen = { name: ViewName; by: View | undefined };
export const FIRST_SEEN: Seen = { name: "side", by: undefined };

/** The body doing what is typed, in step with the floor beside it; turned by hand, or seen from one of four sides. */
export function FigurePicture({ notation, judging, tempo, seconds, seen, see }: Props) {
  const [held, setHeld] = useState<{ x: number; y: number; from: View }>();
  const southpaw = judging.stance === "southpaw";
  const { stance, partner } = judging;
  const figure = useQuery(asks.figure({ notation, tempo, ...(stance && { stance }), ...(partner && { partner }) }));
  if (!figure.data) return null;
  const from = seen.by ?? facing(VIEWS[seen.name], southpaw);
  return (
    <div
      className="flex min-h-0 min-w-0 flex-1 cursor-grab touch-pan-y active:cursor-grabbing"
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        setHeld({ x: event.clientX, y: event.clientY, from });
      }}
      onPointerMove={(event) => {
        if (!held) return;
        const turn = held.from.turn - (event.clientX - held.x) * 0.6;
        const tilt = Math.min(90, Math.max(0, held.from.tilt + (event.clientY - held.y) * 0.4));
        see({ name: seen.name, by: { turn, tilt } });
      }}
      onPointerUp={() => setHeld(undefined)}
      onPointerCancel={() => setHeld(undefined)}
    >
      <FigureDrawing figure={figure.data} seconds={seconds} view={from} lead={southpaw ? "right" : "left"} />
    </div>
  );
}

/** From where it is seen. */
export function SeenFrom({ seen, see }: { seen: Seen; see: (seen: Seen) => void }) {
  return (
    <fieldset aria-label="Seen from" className="flex gap-1">
      {(Object.keys(VIEWS) as ViewName[]).map((name) => {
        const chosen = !seen.by && seen.name === name;
        return (
          <button
            key={name}
            type="button"
            aria-pressed={chosen}
            onClick={() => see({ name, by: undefined })}
            className={`min-h-7 rounded-md border px-2 font-semibold ${
              chosen ? "border-brass bg-brass text-chalk" : "border-seam text-ink hover:border-ink"
            }`}
          >
            {name}
          </button>
        );
      })}
    </fieldset>
  );
}
