import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { api, data, type Schemas } from "../api/client";
import { newId } from "../kit/ids";
import { Pick } from "../kit/Pick";
import { Button, Trouble } from "../kit/parts";
import { useClub, useMayPlan } from "../kit/session";
import { shortDate } from "../kit/time";

type Matter = Schemas["Matter"];
type Blocked = Schemas["Blocked"];
const MATTERS: Matter[] = ["hand or wrist", "elbow", "shoulder", "knee or shin", "illness", "pregnancy", "other"];
const BLOCKED: Blocked[] = [
  "all",
  "contact",
  "holding",
  "hard effort",
  "left hand",
  "right hand",
  "left leg",
  "right leg",
];
const BOX = "min-h-9 rounded-lg border-[1.5px] border-seam bg-chalk px-2";

/** What a student is held back from, and until when: cards and classes respect it. */
export function Holds({ student }: { student: string }) {
  const mayPlan = useMayPlan();
  const client = useQueryClient();
  const [adding, setAdding] = useState(false);
  const key = ["holds", student];
  const holds = useQuery({
    queryKey: key,
    queryFn: () => data(api.GET("/api/care/students/{id}/holds", { params: { path: { id: student } } })),
  });
  const lift = useMutation({
    mutationFn: (id: string) =>
      data(api.PUT("/api/care/holds/{id}/lifted", { params: { path: { id } }, body: { lifted: true } })),
    onSuccess: () => client.invalidateQueries({ queryKey: key }),
  });
  const now = holds.data?.filter((hold) => hold.on) ?? [];
  return (
    <section aria-label="Held back" className="rounded-2xl border-[1.5px] border-seam bg-chalk p-4 text-sm">
      <div className="flex items-center justify-between">
        <h2 className="wide font-extrabold text-lg">Held back</h2>
        {mayPlan && (
          <Button look="quiet" onClick={() => setAdding(!adding)} aria-expanded={adding}>
            Hold back
          </Button>
        )}
      </div>
      {(holds.error || lift.error) && <Trouble error={holds.error ?? lift.error} />}
      {now.length === 0 && <p className="text-ink-soft">From nothing at the moment.</p>}
      <ul className="grid gap-1.5">
        {now.map((hold) => (
          <li key={hold.id} className="border-brass border-l-4 pl-2.5">
            <strong>{hold.matter}</strong>: no {hold.blocks.join(", no ")}, since {shortDate(hold.from)}
            {hold.to ? ` until ${shortDate(hold.to)}` : ", until it is lifted"}.{hold.note && ` ${hold.note}`}
            {mayPlan && (
              <Button look="quiet" className="ml-1" small onClick={() => lift.mutate(hold.id)}>
                Lift it
              </Button>
            )}
          </li>
        ))}
      </ul>
      {adding && (
        <Add
          student={student}
          done={() => {
            setAdding(false);
            client.invalidateQueries({ queryKey: key });
          }}
        />
      )}
      <p className="mt-2 text-ink-soft text-xs">
        The product advises. After a knock to the head the local rules and a licensed clinician decide about the return.
      </p>
    </section>
  );
}

function Add({ student, done }: { student: string; done: () => void }) {
  const { today } = useClub();
  const [matter, setMatter] = useState<Matter>("hand or wrist");
  const [blocks, setBlocks] = useState<Blocked[]>([]);
  const [to, setTo] = useState("");
  const [note, setNote] = useState("");
  const add = useMutation({
    mutationFn: () =>
      data(
        api.POST("/api/care/students/{id}/holds", {
          params: { path: { id: student } },
          body: { id: newId(), matter, blocks, from: today, to: to || null, note },
        }),
      ),
    onSuccess: done,
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    add.mutate();
  };
  return (
    <form onSubmit={submit} className="mt-2 grid gap-2">
      {add.error && <Trouble error={add.error} />}
      <div className="flex flex-wrap gap-2">
        <Pick
          label="What is the matter"
          value={matter}
          options={MATTERS}
          set={(next) => next && setMatter(next)}
          className={BOX}
        />
        <label className="flex items-center gap-1.5">
          until
          <input
            type="date"
            aria-label="Held until"
            value={to}
            min={today}
            onChange={(event) => setTo(event.target.value)}
            className={BOX}
          />
        </label>
      </div>
      <fieldset className="flex flex-wrap gap-x-3 gap-y-1">
        <legend className="font-semibold">No</legend>
        {BLOCKED.map((blocked) => (
          <label key={blocked} className="flex items-center gap-1.5">
            <input
              type="checkbox"
              checked={blocks.includes(blocked)}
              onChange={(event) =>
                setBlocks(event.target.checked ? [...blocks, blocked] : blocks.filter((other) => other !== blocked))
              }
            />
            {blocked}
          </label>
        ))}
      </fieldset>
      <input
        aria-label="Note for coaches"
        placeholder="a note, for coaches only"
        value={note}
        maxLength={500}
        onChange={(event) => setNote(event.target.value)}
        className={BOX}
      />
      <Button type="submit" look="main" className="w-fit" disabled={blocks.length === 0 || add.isPending}>
        Hold back
      </Button>
    </form>
  );
}
