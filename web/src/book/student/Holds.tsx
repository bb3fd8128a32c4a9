import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, data } from "../../api/client";
import { Button, Trouble } from "../../kit/parts";
import { asks } from "../../kit/queries";
import { useMayPlan } from "../../kit/session";
import { shortDate } from "../../kit/time";
import { useBookStale } from "../useBookStale";
import { HoldForm } from "./HoldForm";
import { MistakenForm } from "./MistakenForm";
import { Returning } from "./Returning";

/** What somebody is held back from: "out", "no contact, no holding". */
const heldFrom = (blocks: string[]) => (blocks.includes("all") ? "out of everything" : `no ${blocks.join(", no ")}`);

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
            <strong>{hold.matter}</strong>: {heldFrom(hold.blocks)}, since {shortDate(hold.from)}
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
            {mistaken === hold.id && <MistakenForm hold={hold.id} done={settled} />}
            {hold.return && <Returning hold={hold.id} back={hold.return} />}
          </li>
        ))}
      </ul>
      {adding && <HoldForm student={student} done={settled} />}
      <p className="mt-2 text-ink-soft text-xs">
        The product advises. After a knock to the head the current consensus, the local governing body and a licensed
        clinician decide about the return; in an emergency call for help first.
      </p>
    </section>
  );
}
