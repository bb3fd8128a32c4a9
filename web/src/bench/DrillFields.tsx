import { useId, useState } from "react";
import type { Refusal } from "../api/client";
import { DRILL_RESTS, LADDERS, LIMITS, RUNG_NAMES, RUNGS } from "../api/known";
import { LabelledSelect } from "../kit/LabelledSelect";
import { Field, within } from "../kit/parts";
import { Tick } from "../kit/Tick";
import type { DrillFacts } from "./drills";

/** A whole number, or nothing where the field is empty. */
const whole = (text: string) => (text.trim() === "" ? null : Number(text));

type NumbersProps = { facts: DrillFacts; change: (some: Partial<DrillFacts>) => void; refusal?: Refusal };

/** Tempo, pause, count and the inner interval. */
export function Numbers({ facts, change, refusal }: NumbersProps) {
  const counted = facts.manner.startsWith("counted");
  return (
    <div className="grid grid-cols-2 gap-3 sm:grid-cols-4">
      <Field
        label="Beats a minute"
        {...within(LIMITS.tempo)}
        min={1}
        step="any"
        value={facts.tempo}
        onChange={(event) => change({ tempo: Number(event.target.value) })}
      />
      <Field
        label="Pause, s"
        {...within(LIMITS.pause)}
        step="any"
        value={facts.pause_s}
        onChange={(event) => change({ pause_s: Number(event.target.value) })}
      />
      {counted && (
        <Field
          label="Count"
          {...within(LIMITS.sets)}
          value={facts.count ?? ""}
          onChange={(event) => change({ count: whole(event.target.value) })}
          problem={refusal?.for("count")}
        />
      )}
      <Field
        label="On, s"
        {...within(LIMITS.interval)}
        value={facts.on_s ?? ""}
        onChange={(event) => change({ on_s: whole(event.target.value) })}
        problem={refusal?.for("on")}
        placeholder="no inner"
      />
      <Field
        label="Off, s"
        {...within(LIMITS.interval)}
        value={facts.off_s ?? ""}
        onChange={(event) => change({ off_s: whole(event.target.value) })}
        placeholder="interval"
      />
      {facts.on_s !== null && (
        <LabelledSelect
          label="Between"
          value={facts.rest}
          set={(rest) => change({ rest: rest as DrillFacts["rest"] })}
          options={DRILL_RESTS}
        />
      )}
      {facts.manner === "ladder" && (
        <LabelledSelect
          label="Ladder"
          value={facts.ladder}
          set={(ladder) => change({ ladder: ladder as DrillFacts["ladder"] })}
          options={LADDERS}
        />
      )}
    </div>
  );
}

export function Rungs({ rungs, change }: { rungs: DrillFacts["rungs"]; change: (rungs: DrillFacts["rungs"]) => void }) {
  return (
    <fieldset>
      <legend className="mb-1 font-semibold text-sm">Rungs it is done at</legend>
      <div className="flex flex-wrap gap-x-5 gap-y-2 text-sm">
        {RUNGS.map((rung) => (
          <Tick
            key={rung}
            label={rung}
            on={rungs.includes(rung)}
            set={(on) => change(RUNGS.filter((other) => (other === rung ? on : rungs.includes(other))))}
          />
        ))}
      </div>
      <p className="mt-1 text-ink-soft text-xs">
        {rungs.map((rung) => `${RUNG_NAMES[rung]?.name}: ${RUNG_NAMES[rung]?.means}`).join(" · ")}
      </p>
    </fieldset>
  );
}

type LinesProps = { label: string; own: string[] | null; usual?: string[]; set: (lines: string[] | null) => void };

/** Lines drawn from the lexicon until the coach writes their own. */
export function Lines({ label, own, usual, set }: LinesProps) {
  const id = useId();
  const [text, setText] = useState((own ?? usual ?? []).join("\n"));
  return (
    <div className="text-sm">
      <div className="flex items-baseline justify-between">
        <label htmlFor={id} className="font-semibold">
          {label}
        </label>
        {own !== null && (
          <button
            type="button"
            className="text-ink-soft text-xs underline"
            onClick={() => {
              set(null);
              setText((usual ?? []).join("\n"));
            }}
          >
            the usual ones
          </button>
        )}
      </div>
      <textarea
        id={id}
        rows={Math.min(6, Math.max(2, text.split("\n").length + 1))}
        value={text}
        placeholder="drawn from the implement and the techniques when it is kept"
        onChange={(event) => {
          setText(event.target.value);
          set(
            event.target.value
              .split("\n")
              .map((line) => line.trim())
              .filter(Boolean),
          );
        }}
        className="w-full rounded-lg border-[1.5px] border-seam bg-chalk p-2 placeholder:text-ink-soft"
      />
    </div>
  );
}
