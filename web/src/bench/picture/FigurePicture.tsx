import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { download } from "../../kit/download";
import { FigureDrawing } from "../../kit/figure/FigureDrawing";
import type { Figure } from "../../kit/figure/poses";
import { facing, VIEWS, type View, type ViewName } from "../../kit/figure/view";
import { asks } from "../../kit/queries";
import { useStill } from "../../kit/still";
import type { Judging } from "../useAnalysis";

type Props = { figure: Figure; southpaw: boolean; seconds: number; seen: Seen; see: (seen: Seen) => void };
type Taken = { figure: Figure; seen: Seen; southpaw: boolean; name: string };

/** Milliseconds without a key before the body is asked for: what is typed is read and judged first. */
const STILL = 200;

/** The figure of what is typed, as far as it can be read; none of an earlier text. */
export function useFigure(typed: string, { stance, partner }: Judging, tempo: number) {
  const notation = useStill(typed, STILL);
  const asked = { notation, tempo, ...(stance && { stance }), ...(partner && { partner }) };
  const { data: figure, isPlaceholderData } = useQuery(asks.figure(asked));
  const earlier = isPlaceholderData || notation !== typed;
  return figure && figure.poses.length > 0 && !earlier ? figure : undefined;
}

export type Seen = { name: ViewName; by: View | undefined };
export const FIRST_SEEN: Seen = { name: "side", by: undefined };

/** The body doing what is typed, in step with the floor beside it; turned by hand, or seen from one of four sides. */
export function FigurePicture({ figure, southpaw, seconds, seen, see }: Props) {
  const [held, setHeld] = useState<{ x: number; y: number; from: View }>();
  const from = seen.by ?? facing(VIEWS[seen.name], southpaw);
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
      <FigureDrawing figure={figure} seconds={seconds} view={from} lead={southpaw ? "right" : "left"} ghost />
    </div>
  );
}

const SAID: Record<ViewName, string> = {
  side: "from the side",
  front: "from the front",
  behind: "from behind",
  above: "from above",
};

/** The figure as a picture that moves, for a phone. */
export function TakeMoving({ figure, seen, southpaw, name }: Taken) {
  const [working, setWorking] = useState(false);
  const take = async () => {
    setWorking(true);
    const { movingFile } = await import("../../kit/figure/movingFile");
    const view = seen.by ?? facing(VIEWS[seen.name], southpaw);
    download(await movingFile({ figure, view, lead: southpaw ? "right" : "left", ghost: false }), name, "gif");
    setWorking(false);
  };
  return (
    <button
      type="button"
      title="A picture that moves, to send to a phone"
      aria-label="save as a picture that moves"
      aria-busy={working}
      disabled={working}
      onClick={take}
      className="min-h-7 min-w-8 rounded-md border border-seam px-2 font-semibold text-ink hover:border-ink disabled:text-ink-soft"
    >
      {working ? "…" : "↓"}
    </button>
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
