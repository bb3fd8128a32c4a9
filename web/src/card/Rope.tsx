import { useId } from "react";
import type { Sums } from "../api/client";
import { useWidth } from "../kit/width";
import { count } from "../kit/words";
import { countOf, type DraftBlock } from "./draft";

const HEIGHT = 96;
const MIDDLE = 50;

/** The class as a rope to scale with time: rounds are lengths of rope, rests are gaps, thickness is effort. It ends at a
 * post which is the class length; what overhangs is seen at once. */
export function Rope({ blocks, sums, minutes }: { blocks: DraftBlock[]; sums?: Sums; minutes: number }) {
  const [ref, width] = useWidth(1100);
  const twist = useId();
  const long = `${twist}long`;
  const left = 14;
  const end = Math.max(minutes * 60, sums?.total ?? 0, 60);
  const scale = (width - left - 46) / end;
  const post = left + minutes * 60 * scale;
  const tick = minutes > 100 ? 20 : minutes > 40 ? 10 : 5;
  const runs = sums?.runs ?? [];
  return (
    <div ref={ref} className="rounded-xl border-[1.5px] border-seam bg-chalk">
      <svg
        viewBox={`0 0 ${width} ${HEIGHT}`}
        width={width}
        height={HEIGHT}
        className="block max-w-full"
        role="img"
        aria-label={`The class as a rope: ${count(countOf(blocks), "round")}, post at ${count(minutes, "minute")}`}
      >
        <defs>
          {[
            { id: twist, rope: "var(--color-rope)", lay: "var(--color-rope-lay)" },
            { id: long, rope: "var(--color-rope-rear)", lay: "var(--color-rear)" },
          ].map((pattern) => (
            <pattern
              key={pattern.id}
              id={pattern.id}
              width="11"
              height="30"
              patternUnits="userSpaceOnUse"
              patternTransform="skewX(-22)"
            >
              <rect width="11" height="30" fill={pattern.rope} />
              <path d="M1 0v30" stroke={pattern.lay} strokeWidth="2.2" />
            </pattern>
          ))}
        </defs>
        <path
          d={`M${left} ${MIDDLE}H${left + (sums?.total ?? 0) * scale}`}
          stroke="var(--color-brass)"
          strokeWidth="1.5"
          strokeDasharray="2 4"
        />
        {Array.from({ length: Math.floor(end / 60 / tick) + 1 }, (_, i) => i * tick).map((minute) => (
          <g key={minute} fontSize="11" textAnchor="middle" fill="var(--color-ink-soft)">
            <path d={`M${left + minute * 60 * scale} 78v5`} stroke="var(--color-ink-soft)" />
            <text x={left + minute * 60 * scale} y="93">
              {Math.abs(left + minute * 60 * scale - post) > 26 ? minute : ""}
            </text>
          </g>
        ))}
        {runs.map((run, i) => {
          const x = left + run.bell * scale;
          const w = Math.max((run.to - run.bell) * scale - 1, 2);
          const thick = 9 + run.effort * 2.9;
          const over = run.to > minutes * 60;
          const begins = runs[i - 1]?.at[0] !== run.at[0];
          return (
            // biome-ignore lint/suspicious/noArrayIndexKey: runs are named by their place
            <g key={i}>
              {run.change > 0 && (
                <rect
                  x={left + run.from * scale}
                  y={MIDDLE - 7}
                  width={Math.max(run.change * scale - 1, 2)}
                  height="14"
                  fill="var(--color-canvas-deep)"
                  stroke="var(--color-ink-soft)"
                  strokeDasharray="2 2"
                >
                  <title>changing gloves and pads</title>
                </rect>
              )}
              <rect
                x={x}
                y={MIDDLE - thick / 2}
                width={w}
                height={thick}
                rx={Math.min(thick / 2, 9)}
                fill={`url(#${over ? long : twist})`}
                stroke={over ? "var(--color-rear)" : "var(--color-brass)"}
                strokeWidth="1.3"
              />
              {begins && (
                <text x={x} y="15" fontSize="12" fontWeight="700" fill="var(--color-ink)">
                  {nameIfRoom(blocks, runs, i, scale)}
                </text>
              )}
            </g>
          );
        })}
        <rect x={post - 4} y="10" width="8" height="70" rx="3" fill="var(--color-ink)" />
        <text
          x={post}
          y="93"
          fontSize="11.5"
          fontWeight="800"
          textAnchor="middle"
          fill="var(--color-ink)"
          stroke="var(--color-chalk)"
          strokeWidth="4"
          paintOrder="stroke"
        >
          {minutes}:00
        </text>
      </svg>
    </div>
  );
}

/** A block's name, where there is room for it before the next block begins. */
function nameIfRoom(blocks: DraftBlock[], runs: Sums["runs"], i: number, scale: number): string {
  const block = blocks[runs[i]?.at[0] ?? -1];
  const name = block?.title || block?.kind || "";
  const next = runs.findIndex((run, j) => j > i && run.at[0] !== runs[i]?.at[0]);
  const until = (next === -1 ? runs.at(-1)?.to : runs[next]?.bell) ?? 0;
  return (until - (runs[i]?.bell ?? 0)) * scale > name.length * 6.6 ? name : "";
}
