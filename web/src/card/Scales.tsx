import type { Sums } from "../api/client";
import { clock } from "../kit/time";

/** The scales: left and right as two pans, the limbs, and how each student's time is spent. */
export function Scales({ sums, minutes }: { sums?: Sums; minutes: number }) {
  const left = sums?.counts.by_hand.left ?? 0;
  const right = sums?.counts.by_hand.right ?? 0;
  return (
    <aside aria-label="The scales" className="h-fit rounded-2xl bg-canvas-deep px-4 py-3">
      <h2 className="wide font-extrabold text-lg">
        The scales <span className="font-normal text-ink-soft text-sm">each student</span>
      </h2>
      <Balance left={left} right={right} />
      <dl className="mt-2 grid grid-cols-[1fr_auto] gap-y-1 text-sm">
        <Line name="strikes" value={String(sums?.counts.strikes ?? 0)} strong />
        {Object.entries(sums?.counts.by_limb ?? {}).map(([limb, n]) => (
          <Line key={limb} name={limb} value={String(n)} />
        ))}
      </dl>
      <Spent sums={sums} />
      <dl className="mt-2 grid grid-cols-[1fr_auto] gap-y-1 text-sm">
        <Line name="planned load" value={String(Math.round(sums?.planned_load ?? 0))} strong />
      </dl>
      <p className="mt-1 text-ink-soft text-xs">Planned effort, weighted by work time, × {minutes} minutes.</p>
    </aside>
  );
}

function Line({ name, value, strong = false }: { name: string; value: string; strong?: boolean }) {
  return (
    <div className="contents">
      <dt>{name}</dt>
      <dd className={`text-right ${strong ? "font-extrabold" : "font-semibold"}`}>{value}</dd>
    </div>
  );
}

function Balance({ left, right }: { left: number; right: number }) {
  const total = left + right;
  const tilt = total === 0 ? 0 : Math.max(-10, Math.min(10, ((right - left) / total) * 40));
  const [yl, yr] = [34 - tilt, 34 + tilt];
  const pan = (x: number, y: number, filled: boolean) => (
    <g>
      <path
        d={`M${x} ${y}L${x - 34} 92M${x} ${y}L${x + 34} 92`.replaceAll("92", String(y + 50))}
        stroke="var(--color-ink)"
        strokeWidth="1.2"
        fill="none"
      />
      <path
        d={`M${x - 40} ${y + 50}h80q-40 34 -80 0z`}
        fill={filled ? "var(--color-rear)" : "var(--color-chalk)"}
        stroke={filled ? "var(--color-rear)" : "var(--color-lead)"}
        strokeWidth="2.5"
      />
    </g>
  );
  return (
    <figure>
      <svg viewBox="0 0 240 118" className="w-full" aria-hidden="true">
        <path d="M120 22v92" stroke="var(--color-ink)" strokeWidth="3" />
        <path d={`M60 ${yl}L180 ${yr}`} stroke="var(--color-ink)" strokeWidth="3" />
        <circle cx="120" cy="34" r="5" fill="var(--color-brass)" />
        {pan(60, yl, false)}
        {pan(180, yr, true)}
      </svg>
      <figcaption className="-mt-1 grid grid-cols-2 text-center">
        <span>
          <strong className="wide font-extrabold text-2xl text-lead">{left}</strong>
          <br />
          <span className="text-sm">left hand</span>
        </span>
        <span>
          <strong className="wide font-extrabold text-2xl text-rear">{right}</strong>
          <br />
          <span className="text-sm">right hand</span>
        </span>
      </figcaption>
    </figure>
  );
}

function Spent({ sums }: { sums?: Sums }) {
  const { striking = 0, holding = 0, other = 0, resting = 0 } = sums?.seconds ?? {};
  return (
    <p className="mt-3 border-seam border-t pt-2 font-semibold text-sm leading-relaxed">
      {clock(striking)} striking · {clock(holding)} holding
      <br />
      {clock(other)} other work · {clock(resting)} rest and talk
    </p>
  );
}
