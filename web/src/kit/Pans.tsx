import { whole } from "./ways";
/** Left and right as two pans that tilt: the left open, the right solid. */
export function Pans({ left, right, what }: { left: number; right: number; what: string }) {
  const total = left + right;
  const tilt = total === 0 ? 0 : Math.max(-9, Math.min(9, ((right - left) / total) * 40));
  const [yl, yr] = [16 - tilt, 16 + tilt];
  const pan = (x: number, y: number, filled: boolean) => (
    <g>
      <path d={`M${x} ${y}L${x - 26} ${y + 26}M${x} ${y}L${x + 26} ${y + 26}`} stroke="var(--color-ink)" fill="none" />
      <path
        d={`M${x - 32} ${y + 26}h64q-32 24 -64 0z`}
        fill={filled ? "var(--color-rear)" : "var(--color-chalk)"}
        stroke={filled ? "var(--color-rear)" : "var(--color-lead)"}
        strokeWidth="2.5"
      />
    </g>
  );
  return (
    <figure className="grid grid-cols-[1fr_auto_1fr] items-center text-center">
      <figcaption className="contents">
        <span>
          <strong className="wide block font-extrabold text-2xl text-lead leading-none">{whole(left)}</strong>
          <span className="text-xs">left {what}</span>
        </span>
        <svg viewBox="0 0 200 72" className="col-start-2 row-start-1 w-36" aria-hidden="true">
          <path d="M100 6v62" stroke="var(--color-ink)" strokeWidth="3" />
          <path d={`M50 ${yl}L150 ${yr}`} stroke="var(--color-ink)" strokeWidth="3" />
          <circle cx="100" cy="16" r="5" fill="var(--color-brass)" />
          {pan(50, yl, false)}
          {pan(150, yr, true)}
        </svg>
        <span className="col-start-3 row-start-1">
          <strong className="wide block font-extrabold text-2xl text-rear leading-none">{whole(right)}</strong>
          <span className="text-xs">right {what}</span>
        </span>
      </figcaption>
    </figure>
  );
}
