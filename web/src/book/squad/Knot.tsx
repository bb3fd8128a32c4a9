import type { Schemas } from "../../api/client";
import { RUNGS } from "../../api/known";

type KnotFacts = Pick<Schemas["Knot"], "state" | "sure_of" | "rung" | "words" | "vouched">;

const WORDS = { new: "no marks yet", learning: "learning", owned: "owned", fading: "fading" };

/** A knot in a rope: as many turns as the rung, tight as we are sure of it, frayed where it is fading. */
export function Knot({ knot, name }: { knot: KnotFacts; name: string }) {
  const turns = Math.max(1, RUNGS.indexOf(knot.rung) + 1);
  const owned = knot.state === "owned";
  const fading = knot.state === "fading";
  const colour = owned ? "var(--color-lead)" : fading ? "var(--color-rear)" : "var(--color-brass)";
  const loop = 10 - 4.5 * knot.sure_of;
  const width = 1.6 + 1.8 * knot.sure_of;
  const first = 32 - ((turns - 1) * 8) / 2;
  const holds = knot.state === "owned" && knot.vouched ? `, vouched ${knot.vouched}` : "";
  const label = `${name}, ${knot.rung}: ${WORDS[knot.state]}, ${knot.words}${holds}`;
  return (
    <svg viewBox="0 0 64 26" className="h-[26px] w-full max-w-16" role="img" aria-label={label}>
      <title>{label}</title>
      <path
        d={`M3 13H${first - loop}M${first + (turns - 1) * 8 + loop} 13H${fading ? 53 : 61}`}
        stroke={colour}
        strokeWidth={width}
        strokeLinecap="round"
      />
      {fading && <path d="M53 13l8 -6M53 13h9M53 13l8 6" stroke={colour} strokeWidth="1.4" strokeLinecap="round" />}
      {RUNGS.slice(0, turns).map((turn, i) => (
        <ellipse
          key={turn}
          cx={first + i * 8}
          cy="13"
          rx={loop * 0.72}
          ry={loop}
          fill={owned ? colour : "var(--color-chalk)"}
          stroke={colour}
          strokeWidth={width}
          strokeDasharray={knot.state === "learning" ? "3 2" : undefined}
        />
      ))}
    </svg>
  );
}
