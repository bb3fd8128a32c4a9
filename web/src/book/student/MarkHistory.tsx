import { useMutation, useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { api, data, type Schemas } from "../../api/client";
import { LIMITS } from "../../api/known";
import { Button, Empty, Field, Trouble, within } from "../../kit/parts";
import { asks } from "../../kit/queries";
import { useMayPlan } from "../../kit/session";
import { shortDate } from "../../kit/time";
import { useBookStale } from "../useBookStale";
import { useTakeBack } from "./useTakeBack";
import { WhyAndKeep } from "./WhyAndKeep";

type Mark = Schemas["PastMark"];
type Rubric = Schemas["Rubric"];

const RUBRIC: { part: string; looked: (keyof Rubric)[] }[] = [
  { part: "in stance", looked: ["balance", "guard", "distance"] },
  { part: "in the strike", looked: ["hip", "line", "breath"] },
  { part: "after it", looked: ["hands home", "feet set"] },
  { part: "through the set", looked: ["rhythm"] },
];

/** Every mark of a student on a combination, newest first; each can be put right, and what it was stays on record. */
export function MarkHistory({ student, combination }: { student: string; combination: string }) {
  const mayPlan = useMayPlan();
  const [editing, setEditing] = useState<string>();
  const marks = useQuery(asks.studentMarks(student, combination));
  if (marks.error) return <Trouble error={marks.error} />;
  if (marks.data?.length === 0) return <Empty title="No marks">Nothing was marked yet.</Empty>;
  return (
    <ul className="grid gap-1 text-sm">
      {marks.data?.map((mark) => (
        <li key={mark.id} className="border-seam border-t pt-1">
          <div className="flex flex-wrap items-baseline justify-between gap-x-3">
            <p className={mark.taken_back ? "text-ink-soft line-through" : ""}>
              <strong>{shortDate(mark.on)}</strong> at {mark.rung}: {mark.clean} clean of {mark.attempted}
              {mark.feed && `, on ${mark.feed}`}
              {mark.broke_at !== null && `, lost it after the ${mark.broke_after}`}
              {mark.coach && <span className="text-ink-soft"> {mark.coach}</span>}
            </p>
            {mayPlan && !mark.taken_back && (
              <Button
                small
                look="quiet"
                aria-expanded={editing === mark.id}
                onClick={() => setEditing(editing === mark.id ? undefined : mark.id)}
              >
                put right<span className="sr-only">, the mark of {shortDate(mark.on)}</span>
              </Button>
            )}
          </div>
          <Looked rubric={mark.rubric} />
          {editing === mark.id && <PutRight student={student} mark={mark} done={() => setEditing(undefined)} />}
        </li>
      ))}
    </ul>
  );
}

function Looked({ rubric }: { rubric: Rubric }) {
  const fine = Object.entries(rubric).filter(([, is]) => is);
  const notYet = Object.entries(rubric).filter(([, is]) => !is);
  if (fine.length + notYet.length === 0) return null;
  return (
    <p className="text-xs">
      {fine.length > 0 && `fine: ${fine.map(([name]) => name).join(", ")}`}
      {fine.length > 0 && notYet.length > 0 && "; "}
      {notYet.length > 0 && <strong>not yet: {notYet.map(([name]) => name).join(", ")}</strong>}
    </p>
  );
}

function PutRight({ student, mark, done }: { student: string; mark: Mark; done: () => void }) {
  const stale = useBookStale();
  const [attempted, setAttempted] = useState(String(mark.attempted));
  const [clean, setClean] = useState(String(mark.clean));
  const [rubric, setRubric] = useState<Rubric>(mark.rubric);
  const [reason, setReason] = useState("");
  const keep = useMutation({
    mutationFn: () =>
      data(
        api.PUT("/api/book/students/{id}/marks/{fact}", {
          params: { path: { id: student, fact: mark.id } },
          body: { attempted: Number(attempted), clean: Number(clean), broke_at: mark.broke_at, rubric, reason },
        }),
      ),
    onSuccess: () => {
      stale();
      done();
    },
  });
  const back = useTakeBack("marks", student, done);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    keep.mutate();
  };
  return (
    <form onSubmit={submit} className="my-2 grid gap-2 rounded-lg bg-canvas p-3">
      <div className="grid grid-cols-2 gap-2">
        <Field
          label="Attempted"
          {...within(LIMITS.attempts)}
          required
          value={attempted}
          onChange={(event) => setAttempted(event.target.value)}
        />
        <Field
          label="Clean"
          {...within(LIMITS.attempts)}
          min={0}
          required
          value={clean}
          onChange={(event) => setClean(event.target.value)}
        />
      </div>
      <fieldset className="grid gap-1">
        <legend className="font-semibold">What was looked at</legend>
        {RUBRIC.map(({ part, looked }) => (
          <p key={part} className="flex flex-wrap items-center gap-x-3 gap-y-1">
            <span className="w-24 text-ink-soft text-xs">{part}</span>
            {looked.map((each) => (
              <label key={each} className="flex items-center gap-1">
                {each}
                <select
                  aria-label={each}
                  value={rubric[each] === undefined ? "" : String(rubric[each])}
                  onChange={({ target }) => {
                    const { [each]: _, ...rest } = rubric;
                    setRubric(target.value === "" ? rest : { ...rest, [each]: target.value === "true" });
                  }}
                  className="rounded border-[1.5px] border-seam bg-chalk px-1 py-0.5 text-xs"
                >
                  <option value="">–</option>
                  <option value="true">fine</option>
                  <option value="false">not yet</option>
                </select>
              </label>
            ))}
          </p>
        ))}
      </fieldset>
      <WhyAndKeep
        reason={reason}
        setReason={setReason}
        keeping={keep}
        takingBack={back}
        takeBack={() => back.mutate({ fact: mark.id, reason })}
      />
    </form>
  );
}
