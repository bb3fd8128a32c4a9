import { Button } from "../kit/parts";
import type { usePlanning } from "./programme";

/** How far the plan is that is being made, or why the last one could not be. */
export function PlanningBar({ planning }: { planning: ReturnType<typeof usePlanning> }) {
  if (planning.running)
    return (
      <div
        role="status"
        className="no-print mb-2 flex items-center gap-3 rounded-xl border-[1.5px] border-seam bg-chalk px-3 py-1.5 text-sm"
      >
        <span>Laying out the rest …</span>
        <progress aria-label="How far the plan is" value={planning.done} max={1} className="h-2 flex-1" />
        <Button small onClick={() => planning.stop()}>
          Stop
        </Button>
      </div>
    );
  if (!planning.error) return null;
  return (
    <p role="alert" className="mb-2 font-semibold text-rear text-sm">
      {planning.error}
    </p>
  );
}
