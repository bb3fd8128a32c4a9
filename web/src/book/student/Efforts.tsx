import { useMutation } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { api, data, type Schemas } from "../../api/client";
import { LIMITS } from "../../api/known";
import { newId } from "../../kit/ids";
import { Button, Empty, Field, Trouble, within } from "../../kit/parts";
import { useClub, useMayPlan } from "../../kit/session";
import { shortDate } from "../../kit/time";
import { useBookStale } from "../useBookStale";
import { useTakeBack } from "./useTakeBack";
import { WhyAndKeep } from "./WhyAndKeep";

type Page = Schemas["StudentPage"];
type Effort = Page["efforts"][number];

/** What was recorded, session by session; sessions elsewhere, days of rest and late efforts are added here, and wrong ones put right. */
export function Efforts({ page }: { page: Page }) {
  const mayPlan = useMayPlan();
  const [editing, setEditing] = useState<string>();
  const { efforts, student } = page;
  return (
    <section aria-label="Recorded efforts" className="rounded-2xl border-[1.5px] border-seam bg-chalk p-4 text-sm">
      <div className="mb-2 flex items-center justify-between">
        <h2 className="wide font-extrabold text-lg">What was recorded</h2>
        {mayPlan && (
          <Button
            look="quiet"
            className="no-print"
            aria-expanded={editing === "new"}
            onClick={() => setEditing(editing === "new" ? undefined : "new")}
          >
            Add a session
          </Button>
        )}
      </div>
      {editing === "new" && <EffortForm student={student.id} done={() => setEditing(undefined)} />}
      {efforts.length === 0 && <Empty title="No efforts yet">After a class, ask how hard it was: it shows here.</Empty>}
      <ul>
        {efforts.map((effort) => (
          <li key={effort.id} className="border-seam border-t py-1">
            <div className="grid grid-cols-[5.5rem_1fr_auto] items-baseline gap-x-2">
              <span className="whitespace-nowrap">{shortDate(effort.on)}</span>
              <span>
                {effort.title ?? "elsewhere"}
                {effort.elsewhere && effort.title && effort.minutes > 0 && (
                  <span className="text-ink-soft"> (elsewhere)</span>
                )}
                {effort.minutes > 0 && (
                  <>
                    : <strong>{effort.effort}</strong> {effort.words}, {effort.minutes} min
                  </>
                )}
                {effort.estimated && <span className="text-ink-soft"> (the coach's estimate)</span>}
              </span>
              <span className="text-right font-bold">
                {Math.round(effort.load)}
                {mayPlan && (
                  <Button
                    small
                    look="quiet"
                    className="no-print ml-1"
                    aria-expanded={editing === effort.id}
                    onClick={() => setEditing(editing === effort.id ? undefined : effort.id)}
                  >
                    put right<span className="sr-only">, the session of {shortDate(effort.on)}</span>
                  </Button>
                )}
              </span>
            </div>
            {editing === effort.id && (
              <EffortForm student={student.id} effort={effort} done={() => setEditing(undefined)} />
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

function EffortForm({ student, effort, done }: { student: string; effort?: Effort; done: () => void }) {
  const stale = useBookStale();
  const { today } = useClub();
  const [on, setOn] = useState(effort?.on ?? today);
  const [rating, setRating] = useState(String(effort?.effort ?? 5));
  const [minutes, setMinutes] = useState(String(effort?.minutes ?? 60));
  const [estimated, setEstimated] = useState(effort?.estimated ?? false);
  const [title, setTitle] = useState("");
  const [reason, setReason] = useState("");
  const [id] = useState(newId);
  const keep = useMutation({
    mutationFn: async (what: "keep" | "rest") => {
      const told = { on, effort: Number(rating), minutes: Number(minutes), estimated };
      if (effort) {
        return data(
          api.PUT("/api/book/students/{id}/efforts/{fact}", {
            params: { path: { id: student, fact: effort.id } },
            body: { ...told, reason },
          }),
        );
      }
      const fact =
        what === "rest"
          ? { on, effort: 0, minutes: 0, title: "rest" }
          : { ...told, title: title.trim() === "" ? null : title.trim() };
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
        <Field
          label="Day"
          type="date"
          required
          max={today}
          value={on}
          onChange={(event) => setOn(event.target.value)}
        />
        <Field
          label="Effort 0–10"
          {...within(LIMITS.effort)}
          step={0.5}
          required
          value={rating}
          onChange={(event) => setRating(event.target.value)}
        />
        <Field
          label="Minutes"
          {...within(LIMITS.minutes)}
          required
          value={minutes}
          onChange={(event) => setMinutes(event.target.value)}
        />
      </div>
      <label className="flex items-center gap-2">
        <input type="checkbox" checked={estimated} onChange={(event) => setEstimated(event.target.checked)} />
        the coach's estimate, not the student's own word
      </label>
      {effort ? (
        <WhyAndKeep
          reason={reason}
          setReason={setReason}
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
            onChange={(event) => setTitle(event.target.value)}
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
