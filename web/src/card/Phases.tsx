import { RUNGS } from "../api/known";
import { useLexicon } from "../bench/Completion";
import { NEW_PHASE } from "../bench/flows";
import { Pick } from "../kit/Pick";
import { Button } from "../kit/parts";
import type { Row } from "./draft";
import { BOX, Tick } from "./roundParts";

/** Stretches of the work: own stance, then the other; steady, then a burst. One may take what the others leave. */
export function Phases({ row, name, set }: { row: Row; name: string; set: (phases: Row["phases"]) => void }) {
  const put = (index: number, facts: Partial<Row["phases"][number]>) =>
    set(row.phases.map((phase, i) => (i === index ? { ...phase, ...facts } : phase)));
  const more = (): Row["phases"] =>
    row.phases.length === 0
      ? [
          { ...NEW_PHASE, name: "own stance", seconds: Math.floor(row.work_s / 2) },
          { ...NEW_PHASE, name: "other stance", other: true },
        ]
      : [...row.phases, NEW_PHASE];
  const burst = (): Row["phases"] => [
    ...(row.phases.length > 0 ? row.phases : [{ ...NEW_PHASE, name: "steady" }]),
    { ...NEW_PHASE, name: "burst", seconds: Math.min(30, Math.floor(row.work_s / 2)), effort: 9, burst: true },
  ];
  const lexicon = useLexicon();
  return (
    <div className="mt-2">
      {row.phases.map((phase, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: phases are edited in place
        <div key={i} className="mb-1 flex flex-wrap items-center gap-2">
          <input
            aria-label={`${name} phase ${i + 1}`}
            value={phase.name}
            maxLength={80}
            onChange={(event) => put(i, { name: event.target.value })}
            className={`${BOX} max-w-44`}
          />
          <Pick
            label={`${name} phase ${i + 1} exercise`}
            value={phase.exercise ?? ""}
            none={phase.written?.text ?? "as the round"}
            options={(lexicon.data?.exercises ?? []).map((each) => ({ value: each.id, shown: each.plain }))}
            set={(exercise) => {
              const chosen = lexicon.data?.exercises.find((each) => each.id === exercise);
              put(i, {
                exercise: exercise || null,
                ...(chosen && { name: chosen.plain, sides: chosen.sides, combination_id: null, written: null }),
              });
            }}
            className={`${BOX} max-w-40`}
          />
          <input
            aria-label={`${name} phase ${i + 1} seconds`}
            inputMode="numeric"
            placeholder="the rest"
            value={phase.seconds ?? ""}
            onChange={(event) => put(i, { seconds: Number(event.target.value.replace(/\D/g, "")) || null })}
            className={`${BOX} max-w-20`}
          />
          <Tick
            label="other stance"
            name={`${name} phase ${i + 1}`}
            on={phase.other}
            set={(other) => put(i, { other })}
          />
          <Tick
            label="each side"
            name={`${name} phase ${i + 1}`}
            on={phase.sides ?? false}
            set={(sides) => put(i, { sides })}
          />
          <Tick
            label="burst"
            name={`${name} phase ${i + 1}`}
            on={phase.burst ?? false}
            set={(burst) => put(i, { burst, ...(burst && phase.effort === null && { effort: 9 }) })}
          />
          <Pick
            label={`${name} phase ${i + 1} rung`}
            value={phase.rung ?? ""}
            none="same rung"
            options={RUNGS}
            set={(rung) => put(i, { rung: rung || null })}
            className={`${BOX} max-w-28`}
          />
          <Pick
            label={`${name} phase ${i + 1} effort`}
            value={phase.effort === null ? "" : String(phase.effort)}
            none="same effort"
            options={["1", "2", "3", "4", "5", "6", "7", "8", "9", "10"]}
            set={(effort) => put(i, { effort: effort === "" ? null : Number(effort) })}
            className={`${BOX} max-w-28`}
          />
          <button
            type="button"
            aria-label={`Remove phase ${i + 1} of ${name}`}
            onClick={() => set(row.phases.filter((_, other) => other !== i))}
            className="size-7 rounded-full hover:bg-canvas-deep"
          >
            <span aria-hidden="true">×</span>
          </button>
        </div>
      ))}
      <Button look="quiet" small onClick={() => set(more())}>
        {row.phases.length === 0 ? "Cut it into phases" : "One phase more"}
      </Button>
      <Button look="quiet" small onClick={() => set(burst())}>
        A burst at the end
      </Button>
    </div>
  );
}
