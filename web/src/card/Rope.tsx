import { useId } from "react";
import type { Sums } from "../api/client";
import { useWidth } from "../kit/width";
import type { Row } from "./rounds";

const HEIGHT = 104;
const MIDDLE = 54;

/** The class as a rope to scale with time: rounds are lengths of rope, rests are gaps, thickness is effort. It ends at a
 * post which is the class length; what overhangs is seen at once. */
export function Rope({ rows, sums, minutes }: { rows: Row[]; sums?: Sums; minutes: number }) {
  const [ref, width] = useWidth(1100);
  const twist = useId();
  const long = `${twist}long`;
  const left = 14;
  const end = Math.max(minutes * 60, sums?.total ?? 0, 60);
  const scale = (width - left - 46) / end;
  const post = left + minutes * 60 * scale;
  const tick = minutes > 100 ? 20 : minutes > 40 ? 10 : 5;
  const spans = sums?.rounds ?? [];
  return (
    <div ref={ref} className="rounded-xl border-[1.5px] border-seam bg-chalk">
      <svg
        viewBox={`0 0 ${width} ${HEIGHT}`}
        width={width}
        height={HEIGHT}
        className="block max-w-full"
        role="img"
        aria-label={`The class as a rope: ${rows.length} rounds, post at ${minutes} minutes`}
      >
        <defs>
          {[
            { id: twist, rope: "#D9C08F", lay: "#A5792A" },
            { id: long, rope: "#D9A08F", lay: "#9A3B2B" },
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
            <path d={`M${left + minute * 60 * scale} 84v5`} stroke="var(--color-ink-soft)" />
            <text x={left + minute * 60 * scale} y="100">
              {minute}
            </text>
          </g>
        ))}
        {rows.map((row, i) => {
          const span = spans[i];
          if (!span) return null;
          const x = left + span.from * scale;
          const w = Math.max((span.to - span.from) * scale - 1, 3);
          const thick = 10 + row.effort * 3.1;
          const over = span.to > minutes * 60;
          return (
            <g key={row.key}>
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
              {rows[i - 1]?.block !== row.block && (
                <text x={x} y="16" fontSize="12" fontWeight="700" fill="var(--color-ink)">
                  {fits(rows, spans, i, scale) ? row.block : ""}
                </text>
              )}
            </g>
          );
        })}
        <rect x={post - 4} y="12" width="8" height="74" rx="3" fill="var(--color-ink)" />
        <text
          x={post}
          y="100"
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

/** Whether a block's name has room before the next block begins. */
function fits(rows: Row[], spans: Sums["rounds"], i: number, scale: number): boolean {
  const next = rows.findIndex((row, j) => j > i && row.block !== rows[i]?.block);
  const until = next === -1 ? spans.at(-1)?.to : spans[next]?.from;
  return ((until ?? 0) - (spans[i]?.from ?? 0)) * scale > (rows[i]?.block.length ?? 0) * 6.6;
}
