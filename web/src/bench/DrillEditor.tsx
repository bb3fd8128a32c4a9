import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { api, data, Refusal } from "../api/client";
import { MANNER_NAMES, MANNERS } from "../api/known";
import { newId } from "../kit/ids";
import { LabelledSelect } from "../kit/LabelledSelect";
import { Button, Field, Trouble } from "../kit/parts";
import { useKeysOf } from "../kit/placeKeys";
import { useShelf } from "../kit/queries";
import { useMayPlan } from "../kit/session";
import { useStale } from "../kit/stale";
import { Tick } from "../kit/Tick";
import { useSay } from "../kit/toast";
import { useLexicon } from "./Completion";
import { Lines, Numbers, Rungs } from "./DrillFields";
import { DrillPool } from "./DrillPool";
import { DrillSaid } from "./DrillSaid";
import { type Drill, type DrillFacts, FIRST_DRILL, factsOf, inManner, inOrder } from "./drills";
import { ProgressPanel } from "./ProgressPanel";
import { ReadPairs } from "./ReadPairs";
import { TradeFields } from "./TradeFields";
import type { Series } from "./useSeries";

/** A partner's action in a combination as it is written. */
const ANSWERED = /\[/;

/** One drill, edited in place; what the implement and the techniques bring is drawn in and can be changed. */
export function DrillEditor({ saved, of }: { saved?: Drill; of?: Series }) {
  const first = saved ? factsOf(saved) : of ? inOrder(of) : FIRST_DRILL;
  const [facts, setFacts] = useState<DrillFacts>(first);
  const change = (some: Partial<DrillFacts>) => setFacts((now) => ({ ...now, ...some }));
  const lexicon = useLexicon();
  const shelf = useShelf();
  const pooled = facts.pool
    .map((each) => shelf.data?.find((row) => row.id === each.combination_id)?.notation ?? "")
    .join(" ");
  const navigate = useNavigate();
  const stale = useStale();
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
      stale("drill");
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
      stale("drill");
      say(`${drill.name} is ${drill.archived ? "archived" : "back"}.`);
      navigate("/bench/drills");
    },
  });
  const changed = of !== undefined || JSON.stringify(facts) !== JSON.stringify(first);
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
        {facts.manner === "read" ? (
          <ReadPairs pool={facts.pool} change={(pool) => change({ pool })} />
        ) : (
          <DrillPool pool={facts.pool} rungs={facts.rungs} change={(pool) => change({ pool })} />
        )}
        {facts.manner === "trade" && <TradeFields facts={facts} change={change} />}
        <div className="grid gap-3 sm:grid-cols-2">
          <LabelledSelect label="On" value={facts.implement} set={(implement) => change({ implement })}>
            {lexicon.data?.implements.map((implement) => (
              <option key={implement.id} value={implement.id}>
                {implement.name}
              </option>
            ))}
          </LabelledSelect>
          <LabelledSelect
            label="Manner"
            value={facts.manner}
            set={(manner) => setFacts(inManner(facts, manner as Drill["manner"]))}
          >
            {MANNERS.map((manner) => (
              <option key={manner} value={manner}>
                {MANNER_NAMES[manner]?.name}
              </option>
            ))}
          </LabelledSelect>
          <p className="text-ink-soft text-sm sm:col-span-2">
            {MANNER_NAMES[facts.manner]?.name}: {MANNER_NAMES[facts.manner]?.means}.
          </p>
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
          {ANSWERED.test(pooled) && (
            <Tick
              label="say what the partner does, where there is none (on a bag, in the air)"
              on={facts.feeds_aloud}
              set={(feeds_aloud) => change({ feeds_aloud })}
            />
          )}
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
        {saved && <DrillSaid drill={saved} />}
        {saved && <ProgressPanel drill={saved} />}
      </div>
    </form>
  );
}
