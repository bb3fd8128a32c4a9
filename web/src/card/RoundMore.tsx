import { INTENSITIES, RUNGS } from "../api/known";
import { useLexicon } from "../bench/Completion";
import { NEW_PHASE } from "../bench/flows";
import { Labelled } from "../kit/Labelled";
import { Pick } from "../kit/Pick";
import { Button } from "../kit/parts";
import { useDrills, useFlows, useShelf } from "../kit/queries";
import type { Row } from "./draft";

type Change = (row: Row, tag?: string) => void;
type Props = { row: Row; name: string; circuit: boolean; change: Change; readOnly: boolean };
const BOX = "min-h-8 w-full rounded-lg border border-seam bg-chalk px-1.5 text-sm";

/** What is seldom changed of a round. Where a field is left open, its drill or the club decides. */
export function RoundMore({ row, name, circuit, change, readOnly }: Props) {
  const lexicon = useLexicon();
  const set = (facts: Partial<Row>, tag?: string) => change({ ...row, ...facts }, tag);
  const number = (label: string, field: keyof Row, none: string, most = 3600) => (
    <Labelled small title={label}>
      <input
        aria-label={`${name} ${label}`}
        inputMode="numeric"
        placeholder={none}
        value={(row[field] as number | null) ?? ""}
        onChange={(event) => {
          const digits = event.target.value.replace(/\D/g, "");
          set({ [field]: digits === "" ? null : Math.min(most, Math.max(1, Number(digits))) }, field);
        }}
        className={BOX}
      />
    </Labelled>
  );
  return (
    <fieldset disabled={readOnly} className="mb-1.5 rounded-lg bg-canvas px-3 py-2">
      <legend className="sr-only">{name}: more</legend>
      <Drilled row={row} name={name} set={set} />
      <div className="grid grid-cols-2 gap-x-3 gap-y-2 sm:grid-cols-4 lg:grid-cols-6">
        <Labelled small title="on">
          <Pick
            label={`${name} on`}
            value={row.implement ?? ""}
            none="as usual"
            options={(lexicon.data?.implements ?? []).map((each) => ({ value: each.id, shown: each.name }))}
            set={(implement) => set({ implement: implement || null })}
            className={BOX}
          />
        </Labelled>
        <Labelled small title="intensity">
          <Pick
            label={`${name} intensity`}
            value={row.intensity ?? ""}
            none="open"
            options={INTENSITIES}
            set={(intensity) => set({ intensity: intensity || null })}
            className={BOX}
          />
        </Labelled>
        {number("times over", "repeat", "1", 20)}
        {number("tempo", "tempo", "as usual", 600)}
        {number("on for, s", "on_s", "no", 600)}
        {number("off for, s", "off_s", "no", 600)}
        {row.exercise !== null && number("repetitions", "reps", "by the clock", 1000)}
        {circuit && number("at a time", "capacity", "1", 60)}
        {number("changeover, s", "change_s", "the club's", 600)}
        {row.swap !== "alone" && number("a swap takes, s", "swap_s", "as usual", 600)}
        <Labelled small title="beginners in place at">
          <Pick
            label={`${name} beginners`}
            value={row.beginners ?? ""}
            none="like the others"
            options={RUNGS}
            set={(beginners) => set({ beginners: beginners || null })}
            className={BOX}
          />
        </Labelled>
        <Labelled small title="who owns it goes on at">
          <Pick
            label={`${name} ahead`}
            value={row.ahead ?? ""}
            none="like the others"
            options={RUNGS}
            set={(ahead) => set({ ahead: ahead || null })}
            className={BOX}
          />
        </Labelled>
        <Labelled small title="sides">
          <Pick
            label={`${name} sides`}
            value={row.both_sides === null ? "" : row.both_sides ? "both" : "one"}
            none="as usual"
            options={["one", "both"] as const}
            set={(sides) => set({ both_sides: sides === "" ? null : sides === "both" })}
            className={BOX}
          />
        </Labelled>
      </div>
      <div className="mt-2 flex flex-wrap gap-x-5 gap-y-1">
        <Tick label="must stay" on={row.keep} set={(keep) => set({ keep })} name={name} />
        <Tick label="active rest" on={row.active} set={(active) => set({ active })} name={name} />
        <Tick label="contact" on={row.contact} set={(contact) => set({ contact })} name={name} />
        <Labelled small title="kit besides the usual">
          <input
            aria-label={`${name} kit`}
            value={row.kit.join(", ")}
            placeholder="shin pads, …"
            onChange={(event) =>
              set(
                {
                  kit: event.target.value
                    .split(",")
                    .map((word) => word.trimStart())
                    .filter((word, i) => word !== "" || i > 0)
                    .slice(0, 20),
                },
                "kit",
              )
            }
            onBlur={() => set({ kit: row.kit.map((word) => word.trim()).filter(Boolean) })}
            className={BOX}
          />
        </Labelled>
      </div>
      <Phases row={row} name={name} set={(phases) => set({ phases }, "phases")} />
    </fieldset>
  );
}

/** What is drilled: another drill or combination from the shelf takes the place of the one that is there. */
function Drilled({ row, name, set }: { row: Row; name: string; set: (facts: Partial<Row>) => void }) {
  const drills = useDrills();
  const flows = useFlows();
  const shelf = useShelf();
  const lexicon = useLexicon();
  const value = row.written
    ? "w:"
    : row.combination_id
      ? `c:${row.combination_id}`
      : row.drill_id
        ? `d:${row.drill_id}`
        : row.flow_id
          ? `f:${row.flow_id}`
          : row.exercise
            ? `e:${row.exercise}`
            : "";
  const choose = (chosen: string) => {
    if (chosen === "w:") return;
    const [kind, id] = [chosen.slice(0, 1), chosen.slice(2)];
    set({
      combination_id: kind === "c" ? id : null,
      drill_id: kind === "d" ? id : null,
      flow_id: kind === "f" ? id : null,
      exercise: kind === "e" ? id : null,
      written: null,
      reps: kind === "e" ? row.reps : null,
    });
  };
  const all = [
    ...(drills.data ?? []),
    ...(shelf.data ?? []),
    ...(flows.data ?? []),
    ...(lexicon.data?.exercises ?? []),
  ];
  const listed = value === "w:" || all.some((each) => value.slice(2) === each.id);
  return (
    <label className="mb-2 grid gap-0.5 text-xs sm:max-w-96">
      <span className="font-semibold">what is drilled</span>
      <select
        aria-label={`${name} what is drilled`}
        value={value}
        onChange={(event) => choose(event.target.value)}
        className={BOX}
      >
        <option value="">nothing from the shelf</option>
        {row.written && <option value="w:">{row.written.text} (written here)</option>}
        {value !== "" && !listed && <option value={value}>one taken off the shelf</option>}
        <optgroup label="Drills">
          {drills.data?.map((drill) => (
            <option key={drill.id} value={`d:${drill.id}`}>
              {drill.name}
            </option>
          ))}
        </optgroup>
        <optgroup label="Combinations">
          {shelf.data?.map((each) => (
            <option key={each.id} value={`c:${each.id}`}>
              {each.name}: {each.notation}
            </option>
          ))}
        </optgroup>
        <optgroup label="Flows">
          {flows.data?.map((each) => (
            <option key={each.id} value={`f:${each.id}`}>
              {each.name}
            </option>
          ))}
        </optgroup>
        <optgroup label="Exercises">
          {lexicon.data?.exercises.map((each) => (
            <option key={each.id} value={`e:${each.id}`}>
              {each.plain}
            </option>
          ))}
        </optgroup>
      </select>
    </label>
  );
}

function Tick({ label, on, set, name }: { label: string; on: boolean; set: (on: boolean) => void; name: string }) {
  return (
    <label className="flex items-center gap-1.5 self-end pb-1.5">
      <input type="checkbox" checked={on} onChange={(event) => set(event.target.checked)} />
      {label}
      <span className="sr-only">, {name}</span>
    </label>
  );
}

/** Stretches of the work: own stance, then the other; steady, then a burst. One may take what the others leave. */
function Phases({ row, name, set }: { row: Row; name: string; set: (phases: Row["phases"]) => void }) {
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
