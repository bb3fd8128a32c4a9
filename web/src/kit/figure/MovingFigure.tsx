import { useEffect, useRef, useState } from "react";
import type { Schemas } from "../../api/client";
import { useMedia } from "../media";
import { FigureDrawing } from "./FigureDrawing";
import type { Figure } from "./poses";
import { facing, VIEWS, type ViewName } from "./view";

/** Of the usual tempo. */
const PACE = 0.5;
/** Seconds in guard before it begins again, and that a pose stands where motion is unwelcome. */
const REST = 0.9;
const STANDS = 1.5;

/** The striker is seen from the side, and as whoever holds for them sees them. */
export type Side = "striker" | "holder";
const SEEN_FROM: Record<Side, ViewName> = { striker: "side", holder: "front" };
export const SIDES: Record<Side, string> = { striker: "the striker’s side", holder: "the holder’s side" };

export type Looks = {
  spoken: string;
  stance?: Schemas["Question"]["stance"];
  /** From where it is seen, one after the other. */
  sides?: Side[];
  className?: string;
};

/** A figure again and again, at half the usual tempo; it stops while nobody sees it. */
export function MovingFigure({
  figure,
  spoken,
  stance,
  sides = ["striker"],
  className = "",
}: Looks & { figure: Figure | undefined }) {
  const southpaw = stance === "southpaw";
  const box = useRef<HTMLDivElement>(null);
  const { seconds, lap } = useLoop(box, figure);
  const side = sides[lap % sides.length] as Side;
  return (
    <div ref={box} role="img" aria-label={`How the body does it: ${spoken}`} className={`flex flex-col ${className}`}>
      {figure && (
        <FigureDrawing
          figure={figure}
          seconds={seconds}
          view={facing(VIEWS[SEEN_FROM[side]], southpaw)}
          southpaw={southpaw}
          ghost={false}
        />
      )}
      {sides.length > 1 && <p className="text-center text-ink-soft text-sm">from {SIDES[side]}</p>}
    </div>
  );
}

/** Where it stands, in seconds, and how often it has begun again. */
function useLoop(box: React.RefObject<HTMLDivElement | null>, figure: Figure | undefined) {
  const [at, setAt] = useState({ seconds: 0, lap: 0 });
  const still = useMedia("(prefers-reduced-motion: reduce)");
  const end = figure?.poses.at(-1)?.at ?? 0;
  useEffect(() => {
    const here = box.current;
    if (!here || !figure || end === 0) return;
    let [frame, last, now, lap] = [0, 0, 0, 0];
    const hits = figure.poses.filter((pose) => pose.phase === "contact");
    const tick = (at: number) => {
      const by = last === 0 ? 0 : (at - last) / 1000;
      if (!still || last === 0 || by > STANDS) {
        last = at;
        now = still ? now + 1 : now + Math.min(by, 0.1) * PACE;
        if (still ? now >= hits.length : now > end + REST * PACE) [now, lap] = [0, lap + 1];
        setAt({ seconds: still ? (hits[now]?.at ?? 0) : Math.min(now, end), lap });
      }
      frame = requestAnimationFrame(tick);
    };
    const seen = new IntersectionObserver(([entry]) => {
      cancelAnimationFrame(frame);
      last = 0;
      if (entry?.isIntersecting) frame = requestAnimationFrame(tick);
    });
    seen.observe(here);
    return () => {
      seen.disconnect();
      cancelAnimationFrame(frame);
    };
  }, [box, figure, end, still]);
  return at;
}
