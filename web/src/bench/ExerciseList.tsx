import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { api, data } from "../api/client";
import { EXERCISE_ROOMS, MEASURES, PURPOSES } from "../api/known";
import { Body } from "../kit/Body";
import { LabelledSelect } from "../kit/LabelledSelect";
import { Button, Field, Trouble, within } from "../kit/parts";
import { useMayPlan } from "../kit/session";
import { useStale } from "../kit/stale";
import { Tick } from "../kit/Tick";
import { clock } from "../kit/time";
import { useSay } from "../kit/toast";
import { count } from "../kit/words";
import { useLexicon } from "./Completion";
import type { Exercise } from "./flows";

/** Every exercise by what it is for, drawn; a tap adds it. */
export function ExerciseList({ add }: { add: (exercise: Exercise) => void }) {
  const lexicon = useLexicon();
  const mayPlan = useMayPlan();
  const [wanted, setWanted] = useState("");
  const [making, setMaking] = useState(false);
  const matching = (lexicon.data?.exercises ?? []).filter(
    (each) => wanted.trim() === "" || `${each.plain} ${each.for}`.toLowerCase().includes(wanted.trim().toLowerCase()),
  );
  return (
    <section
      aria-label="Exercises"
      className="grid content-start gap-3 overflow-y-auto rounded-2xl bg-canvas-deep p-3 lg:max-h-[calc(100dvh-150px)]"
    >
      <div className="flex flex-wrap items-center gap-2">
        <input
          aria-label="Find an exercise"
          placeholder="find an exercise"
          value={wanted}
          onChange={(event) => setWanted(event.target.value)}
          className="min-w-40 flex-1 rounded-lg border-[1.5px] border-seam bg-chalk px-3 py-1.5 placeholder:text-ink-soft"
        />
        {mayPlan && (
          <Button look="quiet" small aria-expanded={making} onClick={() => setMaking(!making)}>
            An exercise of our own
          </Button>
        )}
      </div>
      {making && <OwnExercise done={() => setMaking(false)} />}
      {PURPOSES.map((purpose) => {
        const list = matching.filter((each) => each.for === purpose);
        return (
          list.length > 0 && (
            <div key={purpose}>
              <h2 className="mb-1 font-semibold text-sm capitalize">{purpose}</h2>
              <ul className="grid grid-cols-2 gap-1.5 sm:grid-cols-3 2xl:grid-cols-4">
                {list.map((exercise) => (
                  <li key={exercise.id}>
                    <button
                      type="button"
                      onClick={() => add(exercise)}
                      title={[...exercise.cues, ...exercise.cautions].join(" ")}
                      className="grid h-full w-full content-between justify-items-center gap-1 rounded-xl border-[1.5px] border-seam bg-chalk p-1.5 text-center text-sm hover:border-ink"
                    >
                      <Body figures={exercise.figures} name="" className="h-20 max-w-full" />
                      <span className="font-semibold leading-tight">{exercise.plain}</span>
                      <span className="text-ink-soft text-xs">
                        {exercise.measured_in === "reps" ? `${exercise.usual} times` : clock(exercise.usual)}
                        {exercise.sides && " a side"}, effort {exercise.effort}
                      </span>
                    </button>
                  </li>
                ))}
              </ul>
            </div>
          )
        );
      })}
      {matching.length === 0 && <p className="text-ink-soft text-sm">Nothing is called that here.</p>}
    </section>
  );
}

/** An exercise of the club's own: what it is for, how long, how hard. */
function OwnExercise({ done }: { done: () => void }) {
  const [told, setTold] = useState({
    name: "",
    for: "strength" as string,
    in: "reps" as string,
    usual: 12,
    effort: 6,
    sides: false,
    jumps: false,
    room: "spot" as string,
    cues: "",
  });
  const set = (some: Partial<typeof told>) => setTold((now) => ({ ...now, ...some }));
  const stale = useStale();
  const say = useSay();
  const store = useMutation({
    mutationFn: () => {
      const { cues, ...rest } = told;
      const lines = cues
        .split("\n")
        .map((line) => line.trim())
        .filter(Boolean);
      return data(api.POST("/api/school/exercises", { body: { ...rest, cues: lines } }));
    },
    onSuccess: () => {
      stale("school");
      say(`${told.name} is one of your exercises now.`);
      done();
    },
  });
  return (
    <form
      aria-label="An exercise of our own"
      className="grid gap-2 rounded-xl border-[1.5px] border-seam bg-chalk p-3 sm:grid-cols-2"
      onSubmit={(event) => {
        event.preventDefault();
        store.mutate();
      }}
    >
      <Field
        label="What you call it"
        value={told.name}
        maxLength={60}
        onChange={(event) => set({ name: event.target.value })}
      />
      <LabelledSelect label="What it is for" value={told.for} set={(value) => set({ for: value })} options={PURPOSES} />
      <LabelledSelect label="Measured in" value={told.in} set={(value) => set({ in: value })} options={MEASURES} />
      <Field
        label={`Usual ${told.in}`}
        {...within([1, told.in === "reps" ? 1_000 : 3_600])}
        value={told.usual}
        onChange={(event) => set({ usual: Number(event.target.value) })}
      />
      <Field
        label="Effort, 0 to 10"
        {...within([0, 10])}
        value={told.effort}
        onChange={(event) => set({ effort: Number(event.target.value) })}
      />
      <LabelledSelect
        label="Room it takes"
        value={told.room}
        set={(value) => set({ room: value })}
        options={EXERCISE_ROOMS}
      />
      <Tick label="one side and then the other" on={told.sides} set={(sides) => set({ sides })} />
      <Tick label="the feet leave the floor" on={told.jumps} set={(jumps) => set({ jumps })} />
      <label className="grid gap-1 font-semibold text-sm sm:col-span-2">
        What they are told, a line each
        <textarea
          rows={2}
          value={told.cues}
          onChange={(event) => set({ cues: event.target.value })}
          className="rounded-lg border-[1.5px] border-seam bg-chalk p-2 font-normal"
        />
      </label>
      {store.error && (
        <div className="sm:col-span-2">
          <Trouble error={store.error} />
        </div>
      )}
      <div className="flex justify-end gap-2 sm:col-span-2">
        <Button onClick={done}>Leave it</Button>
        <Button look="main" type="submit" disabled={told.name.trim() === "" || store.isPending}>
          Add it
        </Button>
      </div>
      <p className="text-ink-soft text-xs sm:col-span-2">
        {count(told.usual, told.in === "reps" ? "repetition" : "second")}
        {told.sides ? " on each side" : ""}, effort {told.effort}.
      </p>
    </form>
  );
}
