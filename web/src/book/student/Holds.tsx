import { useMutation, useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { api, data, type Schemas } from "../../api/client";
import { BLOCKED, HEAD_KNOCK, MATTERS } from "../../api/known";
import { useNextId } from "../../kit/ids";
import { Pick } from "../../kit/Pick";
import { Button, Field, Trouble } from "../../kit/parts";
import { asks } from "../../kit/queries";
import { useClub, useMayPlan } from "../../kit/session";
import { shortDate } from "../../kit/time";
import { useBookStale } from "../useBookStale";
import { Returning } from "./Returning";

type Matter = Schemas["Matter"];
type Blocked = Schemas["Blocked"];
const BOX = "min-h-9 rounded-lg border-[1.5px] border-seam bg-chalk px-2";

/** What a student is held back from, and until when: cards and classes respect it. */
export function Holds({ student }: { student: string }) {
  const mayPlan = useMayPlan();
  const stale = useBookStale();
  const [adding, setAdding] = useState(false);
  const holds = useQuery(asks.holds(student));
  const lift = useMutation({
    mutationFn: (id: string) =>
      data(api.PUT("/api/care/holds/{id}/lifted", { params: { path: { id } }, body: { lifted: true } })),
    onSuccess: () => settled(),
  });
  const [mistaken, setMistaken] = useState<string>();
  const settled = () => {
    setMistaken(undefined);
    setAdding(false);
    stale();
  };
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
            {mayPlan && (!hold.return || hold.return.missing.length === 0) && (
              <Button look="quiet" className="no-print ml-1" small onClick={() => lift.mutate(hold.id)}>
                Lift it
              </Button>
            )}
            {mayPlan && (
              <Button look="quiet" className="no-print ml-1" small onClick={() => setMistaken(hold.id)}>
                A mistake?
              </Button>
            )}
            {mistaken === hold.id && <Mistaken hold={hold.id} done={settled} />}
            {hold.return && <Returning hold={hold.id} back={hold.return} />}
          </li>
        ))}
      </ul>
      {adding && <Add student={student} done={settled} />}
      <p className="mt-2 text-ink-soft text-xs">
        The product advises. After a knock to the head the current consensus, the local governing body and a licensed
        clinician decide about the return; in an emergency call for help first.
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
  const next = useNextId();
  const add = useMutation({
    mutationFn: () => {
      const hold = {
        matter,
        blocks: knock ? ["all" as const] : blocks,
        from: today,
        to: knock ? null : to || null,
        note,
      };
      const body = { id: next.of(hold), ...hold };
      return data(api.POST("/api/care/students/{id}/holds", { params: { path: { id: student } }, body }));
    },
    onSuccess: done,
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    add.mutate();
  };
  const knock = matter === HEAD_KNOCK;
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
        <label className={`flex items-center gap-1.5 ${knock ? "hidden" : ""}`}>
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
      {knock && (
        <p className="font-semibold">
          Out for the day, then no contact and no hard effort until a staged return is followed, the stand-down is over
          and a clinician has cleared them.
        </p>
      )}
      <fieldset className={`flex flex-wrap gap-x-3 gap-y-1 ${knock ? "hidden" : ""}`}>
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
      <Button type="submit" look="main" className="w-fit" disabled={(!knock && blocks.length === 0) || add.isPending}>
        Hold back
      </Button>
    </form>
  );
}

/** A hold that should never have been: it ends, and who said so and why stays on record. */
function Mistaken({ hold, done }: { hold: string; done: () => void }) {
  const [reason, setReason] = useState("");
  const say = useMutation({
    mutationFn: () =>
      data(api.PUT("/api/care/holds/{id}/mistaken", { params: { path: { id: hold } }, body: { reason } })),
    onSuccess: done,
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    say.mutate();
  };
  return (
    <form onSubmit={submit} className="my-2 grid gap-2 rounded-lg bg-canvas p-2.5">
      <Field
        label="Why it should never have been set"
        required
        maxLength={200}
        value={reason}
        onChange={(event) => setReason(event.target.value)}
        hint="Only for a hold set by mistake. It stays on record with your name."
      />
      {say.error && <Trouble error={say.error} />}
      <Button type="submit" small className="w-fit" disabled={reason.trim() === "" || say.isPending}>
        It was a mistake
      </Button>
    </form>
  );
}
