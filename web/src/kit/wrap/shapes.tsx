import type { Drawn } from "../../api/client";

/** Our own shapes, one a family, drawn about the origin; outward (away from the seam) is up. */
const STRIKES = {
  bar: "M-7 -16a7 7 0 0 1 14 0v32a7 7 0 0 1 -14 0z",
  crescent: "M10 -19a21 21 0 1 0 0 38a15.5 15.5 0 1 1 0 -38z",
  tick: "M-17 3l6 -7l7 8l15 -24l8 5l-21 34z",
  diamond: "M0 -21l13 21l-13 21l-13 -21z",
  peak: "M0 -21l18 38l-18 -9l-18 9z",
  blade: "M-27 12l42 -26l13 2l-4 11l-42 21z",
};

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
      d={side ? "M-17 -3h34l-17 30z" : "M-15 -11h30l-15 22z"}
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
      d="M-11 -13h22v26h-22z M-4 -6v12"
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
