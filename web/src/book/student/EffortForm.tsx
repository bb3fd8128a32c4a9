import { useMutation } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { api, data, type Schemas } from "../../api/client";
import { LIMITS } from "../../api/known";
import { DateField } from "../../kit/DateField";
import { newId } from "../../kit/ids";
import { Button, Field, Trouble, within } from "../../kit/parts";
import { useClub } from "../../kit/session";
import { useDraft } from "../../kit/useDraft";
import { useBookStale } from "../useBookStale";
import { useTakeBack } from "./useTakeBack";
import { WhyAndKeep } from "./WhyAndKeep";

type Effort = Schemas["StudentPage"]["efforts"][number];

/** A session added or put right, or a day of rest. */
export function EffortForm({ student, effort, done }: { student: string; effort?: Effort; done: () => void }) {
  const stale = useBookStale();
  const { today } = useClub();
  const [draft, set] = useDraft({
    on: effort?.on ?? today,
    rating: String(effort?.effort ?? 5),
    minutes: String(effort?.minutes ?? 60),
    estimated: effort?.estimated ?? false,
    title: "",
    reason: "",
  });
  const { on, rating, minutes, estimated, title, reason } = draft;
  const [id] = useState(newId);
  const keep = useMutation({
    mutationFn: async (what: "keep" | "rest") => {
      const said = { on, effort: Number(rating), minutes: Number(minutes), estimated };
      if (effort) {
        return data(
          api.PUT("/api/book/students/{id}/efforts/{fact}", {
            params: { path: { id: student, fact: effort.id } },
            body: { ...said, reason },
          }),
        );
      }
      const fact =
        what === "rest"
          ? { on, effort: 0, minutes: 0, title: "rest" }
          : { ...said, title: title.trim() === "" ? null : title.trim() };
      return data(
        api.POST("/api/book/students/{id}/efforts", {
          params: { path: { id: student } },
          body: { id, ...fact, estimated: what === "keep" && estimated },
        }),
      );
    },
    onSuccess: () => {
      stale();
      done();
    },
  });
  const back = useTakeBack("efforts", student, done);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    keep.mutate("keep");
  };
  return (
    <form onSubmit={submit} className="my-2 grid gap-2 rounded-lg bg-canvas p-3">
      <div className="grid grid-cols-3 gap-2">
        <DateField label="Day" required max={today} value={on} set={(day) => set({ on: day })} />
        <Field
          label="Effort 0–10"
          {...within(LIMITS.effort)}
          step={0.5}
          required
          value={rating}
          onChange={(event) => set({ rating: event.target.value })}
        />
        <Field
          label="Minutes"
          {...within(LIMITS.minutes)}
          required
          value={minutes}
          onChange={(event) => set({ minutes: event.target.value })}
        />
      </div>
      <label className="flex items-center gap-2">
        <input type="checkbox" checked={estimated} onChange={(event) => set({ estimated: event.target.checked })} />
        the coach's estimate, not the student's own word
      </label>
      {effort ? (
        <WhyAndKeep
          reason={reason}
          setReason={(text) => set({ reason: text })}
          keeping={keep}
          takingBack={back}
          takeBack={() => effort && back.mutate({ fact: effort.id, reason })}
        />
      ) : (
        <>
          <Field
            label="What it was"
            maxLength={80}
            placeholder="a run, another club, Tuesday's class"
            value={title}
            onChange={(event) => set({ title: event.target.value })}
          />
          {keep.error && <Trouble error={keep.error} />}
          <div className="flex flex-wrap gap-2">
            <Button type="submit" look="main" disabled={keep.isPending}>
              Keep
            </Button>
            <Button disabled={keep.isPending} onClick={() => keep.mutate("rest")}>
              It was a day of rest
            </Button>
          </div>
        </>
      )}
    </form>
  );
}
