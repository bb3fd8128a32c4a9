import { useMutation, useQueryClient } from "@tanstack/react-query";
import { type ReactNode, useId, useState } from "react";
import { useNavigate } from "react-router";
import { api, data, Refusal } from "../api/client";
import { newId } from "../kit/ids";
import { Button, Field, Trouble } from "../kit/parts";
import { useKeysOf } from "../kit/placeKeys";
import { RUNGS } from "../kit/rungs";
import { useMayPlan } from "../kit/session";
import { useSay } from "../kit/toast";
import { useLexicon } from "./Completion";
import { DrillPool } from "./DrillPool";
import { type Drill, type DrillFacts, factsOf, inManner, MANNER_WORDS, MANNERS, NEW_DRILL } from "./drills";

/** One drill, edited in place; what the implement and the techniques bring is drawn in and can be changed. */
export function DrillEditor({ saved }: { saved?: Drill }) {
  const first = saved ? factsOf(saved) : NEW_DRILL;
  const [facts, setFacts] = useState<DrillFacts>(first);
  const change = (some: Partial<DrillFacts>) => setFacts((now) => ({ ...now, ...some }));
  const lexicon = useLexicon();
  const navigate = useNavigate();
  const client = useQueryClient();
  const say = useSay();
  const mayPlan = useMayPlan();
  const store = useMutation({
    mutationFn: () =>
      saved
        ? data(
            api.PUT("/api/drills/{id}", {
              params: { path: { id: saved.id } },
              body: { version: saved.version, ...facts },
            }),
          )
        : data(api.POST("/api/drills", { body: { id: newId(), ...facts } })),
    onSuccess: (drill) => {
      client.invalidateQueries({ queryKey: ["drills"] });
      say(`${drill.name} is ${saved ? "changed" : "on the shelf"}.`);
      navigate(`/bench/drills/${drill.id}`);
    },
  });
  const archive = useMutation({
    mutationFn: (drill: Drill) =>
      data(
        api.PUT("/api/drills/{id}/archived", {
          params: { path: { id: drill.id } },
          body: { version: drill.version, archived: !drill.archived },
        }),
      ),
    onSuccess: (drill) => {
      client.invalidateQueries({ queryKey: ["drills"] });
      say(`${drill.name} is ${drill.archived ? "archived" : "back"}.`);
      navigate("/bench/drills");
    },
  });
  const changed = JSON.stringify(facts) !== JSON.stringify(first);
  useKeysOf("The drill", [{ keys: "Ctrl+Enter", does: "save the drill", run: () => changed && store.mutate() }]);
  const refusal = store.error instanceof Refusal ? store.error : undefined;
  return (
    <form
      className="grid gap-4 xl:grid-cols-[minmax(0,1fr)_300px]"
      onSubmit={(event) => {
        event.preventDefault();
        store.mutate();
      }}
    >
      <div className="grid content-start gap-4">
        <Field
          label="Name"
          value={facts.name}
          maxLength={80}
          onChange={(event) => change({ name: event.target.value })}
          problem={refusal?.for("name")}
        />
        <DrillPool pool={facts.pool} rungs={facts.rungs} change={(pool) => change({ pool })} />
        <div className="grid gap-3 sm:grid-cols-2">
          <Pick label="On" value={facts.implement} set={(implement) => change({ implement })}>
            {lexicon.data?.implements.map((implement) => (
              <option key={implement.id} value={implement.id}>
                {implement.name}
              </option>
            ))}
          </Pick>
          <Pick
            label="Manner"
            value={facts.manner}
            set={(manner) => setFacts(inManner(facts, manner as Drill["manner"]))}
          >
            {MANNERS.map((manner) => (
              <option key={manner} value={manner}>
                {manner.replaceAll("-", " ")}: {MANNER_WORDS[manner]}
              </option>
            ))}
          </Pick>
        </div>
        <Numbers facts={facts} change={change} refusal={refusal} />
        <Rungs rungs={facts.rungs} change={(rungs) => change({ rungs })} />
        <div className="flex flex-wrap gap-x-6 gap-y-2 text-sm">
          <Tick
            label="both sides, which doubles the sets"
            on={facts.both_sides}
            set={(both_sides) => change({ both_sides })}
          />
          <Tick
            label="say: breathe out on each strike"
            on={facts.breathing}
            set={(breathing) => change({ breathing })}
          />
        </div>
        {store.error && !refusal?.for("name") && <Trouble error={store.error} />}
        {archive.error && <Trouble error={archive.error} />}
        {mayPlan && (
          <div className="flex gap-2">
            <Button
              look="main"
              big
              type="submit"
              disabled={!changed || facts.pool.length === 0 || facts.name.trim() === "" || store.isPending}
            >
              {saved ? "Save the drill" : "Keep on the shelf"}
            </Button>
            {saved && (
              <Button onClick={() => archive.mutate(saved)}>{saved.archived ? "Bring back" : "Archive"}</Button>
            )}
          </div>
        )}
      </div>
      <div className="grid content-start gap-3 rounded-2xl bg-canvas-deep p-4">
        <Lines label="Kit" own={facts.kit} usual={saved?.drawn.kit} set={(kit) => change({ kit })} />
        <Lines
          label="The holder hears"
          own={facts.holder_cues}
          usual={saved?.drawn.holder_cues}
          set={(holder_cues) => change({ holder_cues })}
        />
        <Lines
          label="Cautions"
          own={facts.cautions}
          usual={saved?.drawn.cautions}
          set={(cautions) => change({ cautions })}
        />
        {saved && <Said drill={saved} />}
      </div>
    </form>
  );
}

function Pick({
  label,
  value,
  set,
  children,
}: {
  label: string;
  value: string;
  set: (value: string) => void;
  children: ReactNode;
}) {
  return (
    <label className="grid min-w-0 gap-1 text-sm">
      <span className="font-semibold">{label}</span>
      <select
        value={value}
        onChange={(event) => set(event.target.value)}
        className="w-full rounded-lg border-[1.5px] border-seam bg-chalk px-3 py-2"
      >
        {children}
      </select>
    </label>
  );
}

function Tick({ label, on, set }: { label: string; on: boolean; set: (on: boolean) => void }) {
  return (
    <label className="flex items-center gap-2">
      <input type="checkbox" className="size-5" checked={on} onChange={(event) => set(event.target.checked)} />
      {label}
    </label>
  );
}

/** A whole number, or nothing where the field is empty. */
const whole = (text: string) => (text.trim() === "" ? null : Number(text));

type NumbersProps = { facts: DrillFacts; change: (some: Partial<DrillFacts>) => void; refusal?: Refusal };

function Numbers({ facts, change, refusal }: NumbersProps) {
  const counted = facts.manner.startsWith("counted");
  return (
    <div className="grid grid-cols-2 gap-3 sm:grid-cols-4">
      <Field
        label="Beats a minute"
        type="number"
        min={1}
        max={600}
        step="any"
        value={facts.tempo}
        onChange={(event) => change({ tempo: Number(event.target.value) })}
      />
      <Field
        label="Pause, s"
        type="number"
        min={0}
        max={60}
        step="any"
        value={facts.pause_s}
        onChange={(event) => change({ pause_s: Number(event.target.value) })}
      />
      {counted && (
        <Field
          label="Count"
          type="number"
          min={1}
          max={200}
          value={facts.count ?? ""}
          onChange={(event) => change({ count: whole(event.target.value) })}
          problem={refusal?.for("count")}
        />
      )}
      <Field
        label="On, s"
        type="number"
        min={1}
        max={600}
        value={facts.on_s ?? ""}
        onChange={(event) => change({ on_s: whole(event.target.value) })}
        problem={refusal?.for("on")}
        placeholder="no inner"
      />
      <Field
        label="Off, s"
        type="number"
        min={1}
        max={600}
        value={facts.off_s ?? ""}
        onChange={(event) => change({ off_s: whole(event.target.value) })}
        placeholder="interval"
      />
      {facts.on_s !== null && (
        <Pick label="Between" value={facts.rest} set={(rest) => change({ rest: rest as DrillFacts["rest"] })}>
          <option>still</option>
          <option>active</option>
        </Pick>
      )}
      {facts.manner === "ladder" && (
        <Pick label="Ladder" value={facts.ladder} set={(ladder) => change({ ladder: ladder as DrillFacts["ladder"] })}>
          <option>up</option>
          <option>down</option>
          <option>both</option>
        </Pick>
      )}
    </div>
  );
}

function Rungs({ rungs, change }: { rungs: DrillFacts["rungs"]; change: (rungs: DrillFacts["rungs"]) => void }) {
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
    </fieldset>
  );
}

type LinesProps = { label: string; own: string[] | null; usual?: string[]; set: (lines: string[] | null) => void };

/** Lines drawn from the lexicon until the coach writes their own. */
function Lines({ label, own, usual, set }: LinesProps) {
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

function Said({ drill }: { drill: Drill }) {
  const { cues, ladder, findings } = drill.drawn;
  return (
    <>
      {ladder && (
        <div className="text-sm">
          <p className="font-semibold">The ladder</p>
          <p>{ladder.join("; ")}</p>
        </div>
      )}
      <div className="text-sm">
        <p className="font-semibold">The student hears</p>
        <ul className="list-disc pl-4">
          {cues.map((cue) => (
            <li key={cue}>{cue}</li>
          ))}
        </ul>
      </div>
      {findings.length > 0 && (
        <div className="text-sm">
          <p className="font-semibold">The corner says</p>
          <ul className="list-disc pl-4">
            {findings.map((finding) => (
              <li key={finding.combination + finding.rule + finding.reason}>
                <strong>{finding.severity}</strong> {finding.reason}{" "}
                <span className="text-ink-soft">({finding.combination})</span>
              </li>
            ))}
          </ul>
        </div>
      )}
    </>
  );
}
