import { INTENSITIES, RUNGS } from "../api/known";
import { useLexicon } from "../bench/Completion";
import { Labelled } from "../kit/Labelled";
import { Pick } from "../kit/Pick";
import { Drilled } from "./Drilled";
import type { Row } from "./draft";
import { Phases } from "./Phases";
import { BOX, Tick } from "./roundParts";

type Change = (row: Row, tag?: string) => void;
type Props = { row: Row; name: string; circuit: boolean; change: Change; readOnly: boolean };

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
