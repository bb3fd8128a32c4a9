import shapes from "../../../../lib/jaunty_bell/files/wrap_shapes.json";
import type { Drawn } from "../../api/client";

/** Our own shapes, one a family, drawn about the origin; outward (away from the seam) is up. Paper is drawn from the same. */
const STRIKES = shapes.strikes;

function shapeOf(action: Pick<Drawn, "family" | "plane">): { path: string; turn: string } {
  if (action.family === "elbow") return { path: STRIKES.diamond, turn: "" };
  if (action.family === "knee") return { path: STRIKES.peak, turn: "" };
  if (action.family === "kick") return { path: STRIKES.blade, turn: action.plane === "round" ? "" : "rotate(-42)" };
  if (action.plane === "round") return { path: STRIKES.crescent, turn: "" };
  if (action.plane === "rising") return { path: STRIKES.tick, turn: "" };
  if (action.plane === "falling") return { path: STRIKES.tick, turn: "scale(1 -1)" };
  return { path: STRIKES.bar, turn: "" };
}

export const COLOURS = {
  lead: "var(--color-lead)",
  rear: "var(--color-rear)",
  defence: "var(--color-defence)",
  step: "var(--color-step)",
  partner: "var(--color-partner)",
  cloth: "var(--color-chalk)",
};

/** A strike: open on the lead side, solid on the rear side, broken for a feint. */
export function StrikeMark({ action }: { action: Drawn }) {
  const { path, turn } = shapeOf(action);
  const rear = action.side === "rear";
  const colour = action.by === "partner" ? COLOURS.partner : rear ? COLOURS.rear : COLOURS.lead;
  const size = action.force === "touch" ? 0.72 : action.force === "light" ? 0.86 : action.force === "hard" ? 1.14 : 1;
  return (
    <g transform={`${rear ? "scale(1 -1) " : ""}scale(${size}) ${turn}`}>
      <path
        d={path}
        fill={action.feint ? "none" : rear ? colour : COLOURS.cloth}
        stroke={colour}
        strokeWidth={action.force === "hard" ? 5.5 : 4}
        strokeLinejoin="round"
        strokeDasharray={action.feint ? "5 5" : undefined}
      />
    </g>
  );
}

/** Steps are stitches along the seam: leaning the way the body goes, crossed where the feet change place. */
export function StepMark({ technique }: { technique: string }) {
  const back = technique.endsWith("out");
  const crossed = technique === "switch" || technique === "walk-up";
  return (
    <g stroke={COLOURS.step} strokeWidth="4.5" strokeLinecap="round" fill="none">
      {[-11, 0, 11].map((x) => (
        <path key={x} d={back ? `M${x + 4} 9L${x - 4} -9` : `M${x - 4} 9L${x + 4} -9`} />
      ))}
      {crossed && [-11, 11].map((x) => <path key={x} d={`M${x + 4} 9L${x - 4} -9`} />)}
      {technique === "pivot" && <path d="M-14 15a16 10 0 0 0 28 0" />}
    </g>
  );
}

/** A defence is a notch in the edge it moves to; one without a side is a notch at the seam. */
export function DefenceMark({ side }: { side: "lead" | "rear" | null }) {
  const flip = side === "rear" ? "scale(1 -1)" : "";
  return (
    <path
      transform={flip}
      d={side ? shapes.defence.sided : shapes.defence.plain}
      fill={COLOURS.cloth}
      stroke={COLOURS.defence}
      strokeWidth="4"
      strokeLinejoin="round"
    />
  );
}

export function ControlMark({ side }: { side: "lead" | "rear" | null }) {
  const colour = side === "rear" ? COLOURS.rear : COLOURS.lead;
  return (
    <path
      d={shapes.control}
      fill={side === "rear" ? colour : COLOURS.cloth}
      stroke={colour}
      strokeWidth="3.5"
      strokeLinejoin="round"
    />
  );
}

/** The mark of any action. */
export function Mark({ action }: { action: Drawn }) {
  switch (action.family) {
    case "step":
      return <StepMark technique={action.technique} />;
    case "defence":
      return <DefenceMark side={action.by === "partner" ? null : action.side} />;
    case "hand control":
      return <ControlMark side={action.side} />;
    case "pause":
      return (
        <g fill="var(--color-ink-soft)">
          <circle cx="-7" cy="0" r="3" />
          <circle cx="7" cy="0" r="3" />
        </g>
      );
    default:
      return <StrikeMark action={action} />;
  }
}
