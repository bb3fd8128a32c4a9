import shapes from "../../../../lib/jaunty_bell/core/bench/wrap.json";
import type { Schemas } from "../../api/client";

type Mark = Schemas["WrapMark"];

export const COLOURS = {
  lead: "var(--color-lead)",
  rear: "var(--color-rear)",
  defence: "var(--color-defence)",
  step: "var(--color-step)",
  partner: "var(--color-partner)",
  ink: "var(--color-ink)",
  cloth: "var(--color-chalk)",
  none: "none",
};

/** The mark of an action as the core says: one of our own shapes about the origin, outward (away from the seam) up. */
export function MarkShape({ mark }: { mark: Mark }) {
  return (
    <path
      d={(shapes as Record<string, string>)[mark.shape]}
      transform={mark.turn || undefined}
      fill={COLOURS[mark.fill]}
      stroke={COLOURS[mark.line]}
      strokeWidth={mark.width}
      strokeLinejoin="round"
      strokeLinecap="round"
      strokeDasharray={mark.dashed ? "5 5" : undefined}
    />
  );
}
