import type { PlanPlace } from "./programme";

/** The family of a place by its shape: a ring is new, a wedge a rung up, a bead is being learned, a hollow square a review. */
const SHAPES = {
  new: <circle cx="6" cy="6" r="4.2" fill="var(--color-chalk)" stroke="var(--color-partner)" strokeWidth="2.6" />,
  climb: <path d="M1 11 L6 1 L11 11 Z" fill="var(--color-lead)" />,
  learn: <circle cx="6" cy="6" r="4.2" fill="var(--color-ink)" />,
  review: (
    <rect x="2" y="2" width="8" height="8" fill="var(--color-chalk)" stroke="var(--color-step)" strokeWidth="2" />
  ),
} as const;

export function Shape({ kind, pinned = false }: { kind: PlanPlace["kind"]; pinned?: boolean }) {
  return (
    <svg aria-hidden="true" width="12" height="12" viewBox="0 0 12 12" className="overflow-visible">
      {SHAPES[kind]}
      {pinned && <path d="M-2 -2 h16 v16 h-16 Z" fill="none" stroke="var(--color-brass)" strokeWidth="2" />}
    </svg>
  );
}
