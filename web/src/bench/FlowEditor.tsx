import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { api, data, Refusal, type Schemas } from "../api/client";
import { LIMITS } from "../api/known";
import { TimeInput } from "../card/TimeInput";
import { Body } from "../kit/Body";
import { useHistory } from "../kit/history";
import { newId } from "../kit/ids";
import { Button, Field, Trouble } from "../kit/parts";
import { useKeysOf } from "../kit/placeKeys";
import { useMayPlan } from "../kit/session";
import { useStale } from "../kit/stale";
import { clock } from "../kit/time";
import { useSay } from "../kit/toast";
import { count } from "../kit/words";
import { useLexicon } from "./Completion";
import { ExerciseList } from "./ExerciseList";
import { asPhase, type Exercise, type Phase } from "./flows";

type Flow = Schemas["Flow"];
type Facts = { name: string; phases: Phase[] };

const most = LIMITS.phases[1];

/** A flow, edited in place: tap an exercise to add it, or write a line of them. */
export function FlowEditor({ saved }: { saved?: Flow }) {
  const first: Facts = saved ? { name: saved.name, phases: saved.phases } : { name: "", phases: [] };
  const history = useHistory<Facts>(first);
  const { name, phases } = history.value;
  const set = (facts: Partial<Facts>, tag?: string) => history.set((now) => ({ ...now, ...facts }), tag);
  const [text, setText] = useState("");
  const lexicon = useLexicon();
  const navigate = useNavigate();
  const stale = useStale();
  const say = useSay();
  const mayPlan = useMayPlan();
  const exercises = lexicon.data?.exercises ?? [];
  const store = useMutation({
    mutationFn: () =>
      saved
        ? data(
            api.PUT("/api/flows/{id}", {
              params: { path: { id: saved.id } },
              body: { version: saved.version, name, phases },
            }),
          )
        : data(api.POST("/api/flows", { body: { id: newId(), name, phases } })),
    onSuccess: (flow) => {
      stale("flow");
      say(`${flow.name} is ${saved ? "changed" : "on the shelf"}.`);
      navigate(`/bench/flows/${flow.id}`);
    },
  });
  const archive = useMutation({
    mutationFn: (flow: Flow) =>
      data(
        api.PUT("/api/flows/{id}/archived", {
          params: { path: { id: flow.id } },
          body: { version: flow.version, archived: !flow.archived },
        }),
      ),
    onSuccess: (flow) => {
      stale("flow");
      say(`${flow.name} is ${flow.archived ? "archived" : "back"}.`);
      navigate("/bench/flows");
    },
  });
  // A line as on a card: "hip circles 0:30, arm circles, squats 20".
  const write = useMutation({
    mutationFn: () => data(api.POST("/api/flows/phases", { body: { text } })),
    onSuccess: (read) => {
      set({ phases: [...phases, ...read.phases] });
      setText("");
    },
    onError: (error) => say(error.message),
  });
  const changed = JSON.stringify(history.value) !== JSON.stringify(first);
  useKeysOf("The flow", [
    { keys: "Ctrl+Enter", does: "save the flow", run: () => changed && mayPlan && store.mutate() },
    { keys: "Ctrl+z", does: "undo", run: history.undo },
  ]);
  const put = (index: number, facts: Partial<Phase>) =>
    set({ phases: phases.map((phase, i) => (i === index ? { ...phase, ...facts } : phase)) }, `${index}`);
  const move = (index: number, by: 1 | -1) => {
    const phase = phases[index];
    if (phase && phases[index + by]) set({ phases: phases.toSpliced(index, 1).toSpliced(index + by, 0, phase) });
  };
  const total = phases.reduce((sum, phase) => sum + (phase.seconds ?? 0) * (phase.sides ? 2 : 1), 0);
  const refusal = store.error instanceof Refusal ? store.error : undefined;
  return (
    <div className="grid gap-4 xl:grid-cols-[minmax(0,6fr)_minmax(0,5fr)]">
      <form
        className="grid content-start gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          store.mutate();
        }}
      >
        <Field
          label="Name"
          value={name}
          maxLength={80}
          onChange={(event) => set({ name: event.target.value }, "name")}
          problem={refusal?.for("name")}
        />
        <ol className="grid gap-1" aria-label="What is done, in order">
          {phases.map((phase, i) => (
            <li
              // biome-ignore lint/suspicious/noArrayIndexKey: phases are edited in place.
              key={i}
              className="grid grid-cols-[1.5rem_minmax(0,1fr)_4rem_auto] items-center gap-x-2 rounded-xl border-[1.5px] border-seam bg-chalk px-2 py-0.5 sm:grid-cols-[1.2rem_4.5rem_minmax(0,1fr)_3.4rem_4.8rem_auto]"
            >
              <span className="w-6 text-right font-bold text-ink-soft">{i + 1}</span>
              <Drawn exercise={exercises.find((each) => each.id === phase.exercise)} />
              <input
                aria-label={`Name of ${i + 1}`}
                value={phase.name}
                maxLength={80}
                onChange={(event) => put(i, { name: event.target.value })}
                className="w-full min-w-0 rounded-md border border-transparent bg-transparent px-1 py-1 font-semibold hover:border-seam focus:border-ink"
              />
              <span>
                <TimeInput
                  label={`Time of ${i + 1}`}
                  field="seconds"
                  short=""
                  value={phase.seconds ?? 0}
                  least={1}
                  readOnly={!mayPlan}
                  change={(seconds) => put(i, { seconds })}
                />
              </span>
              <label className="flex items-center gap-1 text-xs max-sm:hidden">
                <input
                  type="checkbox"
                  checked={phase.sides ?? false}
                  onChange={(event) => put(i, { sides: event.target.checked })}
                />
                each side
                <span className="sr-only"> of {i + 1}</span>
              </label>
              <span className="flex">
                <Small label={`${phase.name}: up`} sign="↑" press={() => move(i, -1)} />
                <Small label={`${phase.name}: down`} sign="↓" press={() => move(i, 1)} />
                <Small
                  label={`Take out ${phase.name}`}
                  sign="×"
                  press={() => set({ phases: phases.filter((_, other) => other !== i) })}
                />
              </span>
            </li>
          ))}
        </ol>
        {phases.length === 0 && (
          <p className="text-ink-soft text-sm">
            Tap exercises on the right, or write them: <em>hip circles 0:30, squats 20, rope 2:00</em>
          </p>
        )}
        <input
          aria-label="Write what comes next"
          placeholder="write what comes next: arm circles 0:30, 10 burpees"
          value={text}
          onChange={(event) => setText(event.target.value)}
          onKeyDown={(event) => {
            if (event.key !== "Enter" || event.ctrlKey) return;
            event.preventDefault();
            if (text.trim()) write.mutate();
          }}
          className="w-full rounded-xl border-2 border-seam border-dashed bg-transparent px-4 py-2 placeholder:text-ink-soft focus:border-ink"
        />
        <p className="font-semibold">
          {count(phases.length, "thing")}, {clock(total)}
          {phases.length > most && (
            <span role="alert" className="text-rear">
              {" "}
              · {most} are the most: make two flows of it
            </span>
          )}
        </p>
        {store.error && !refusal?.for("name") && <Trouble error={store.error} />}
        {archive.error && <Trouble error={archive.error} />}
        {mayPlan && (
          <div className="flex gap-2">
            <Button
              look="main"
              big
              type="submit"
              disabled={!changed || phases.length === 0 || name.trim() === "" || store.isPending}
            >
              {saved ? "Save the flow" : "Keep on the shelf"}
            </Button>
            {saved && (
              <Button onClick={() => archive.mutate(saved)}>{saved.archived ? "Bring back" : "Archive"}</Button>
            )}
          </div>
        )}
      </form>
      <ExerciseList add={(exercise) => set({ phases: [...phases, asPhase(exercise)] })} />
    </div>
  );
}

const Drawn = ({ exercise }: { exercise?: Exercise }) => (
  <span className="flex h-11 items-center justify-center max-sm:hidden">
    {exercise && <Body figures={exercise.figures} name={exercise.plain} className="h-11 max-w-full" />}
  </span>
);

function Small({ label, sign, press }: { label: string; sign: string; press: () => void }) {
  return (
    <button
      type="button"
      aria-label={label}
      onClick={press}
      className="h-7 w-6 rounded-full text-ink-soft hover:bg-canvas-deep hover:text-ink"
    >
      <span aria-hidden="true">{sign}</span>
    </button>
  );
}
