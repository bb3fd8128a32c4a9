import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { FigureDrawing } from "../../kit/figure/FigureDrawing";
import type { Figure } from "../../kit/figure/poses";
import { facing, VIEWS, type View, type ViewName } from "../../kit/figure/view";
import { asks } from "../../kit/queries";
import { useStill } from "../../kit/still";
import type { Judging } from "../useAnalysis";
import { Control } from "./Control";

type Props = { figure: Figure; southpaw: boolean; seconds: number; seen: Seen; see: (seen: Seen) => void };

/** Milliseconds without a key before the body is asked for: what is typed is read and judged first. */
const STILL = 200;

/** The figure of what is typed, as far as it can be read, at the usual tempo; none of an earlier text. */
export function useFigure(typed: string, { stance, partner }: Judging) {
  const notation = useStill(typed, STILL);
  const asked = { notation, ...(stance && { stance }), ...(partner && { partner }) };
  const figure = useQuery(asks.figure(asked)).data;
  return figure && figure.poses.length > 0 && notation === typed ? figure : undefined;
}

export type Seen = { name: ViewName; by: View | undefined };
export const FIRST_SEEN: Seen = { name: "side", by: undefined };
export const viewOf = (seen: Seen, southpaw: boolean) => seen.by ?? facing(VIEWS[seen.name], southpaw);

/** The body doing what is typed, in step with the floor beside it; turned by hand, or seen from one of four sides. */
export function FigurePicture({ figure, southpaw, seconds, seen, see }: Props) {
  const [held, setHeld] = useState<{ x: number; y: number; from: View }>();
  const from = viewOf(seen, southpaw);
  return (
    <div
      role="img"
      aria-label={`The body doing it, seen ${seen.by ? "as it was turned" : SAID[seen.name]}`}
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
      <FigureDrawing figure={figure} seconds={seconds} view={from} southpaw={southpaw} ghost />
    </div>
  );
}

const SAID: Record<ViewName, string> = {
  side: "from the side",
  front: "from the front",
  behind: "from behind",
  above: "from above",
};

/** From where it is seen. */
export function SeenFrom({ seen, see }: { seen: Seen; see: (seen: Seen) => void }) {
  return (
    <fieldset aria-label="Seen from" className="flex gap-1">
      {(Object.keys(VIEWS) as ViewName[]).map((name) => (
        <Control
          key={name}
          label={name}
          sign={name}
          pressed={!seen.by && seen.name === name}
          press={() => see({ name, by: undefined })}
        />
      ))}
    </fieldset>
  );
}
