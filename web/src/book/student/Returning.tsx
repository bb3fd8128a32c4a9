import { useMutation } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { api, data, type Schemas } from "../../api/client";
import { DateField } from "../../kit/DateField";
import { useNextId } from "../../kit/ids";
import { Button, Field, Trouble } from "../../kit/parts";
import { useClub, useMayPlan } from "../../kit/session";
import { shortDate } from "../../kit/time";
import { useBookStale } from "../useBookStale";

type Return = Schemas["Return"];

/** The staged return after a knock to the head: what was followed, what comes next, and the clinician's clearance. */
export function Returning({ hold, back }: { hold: string; back: Return }) {
  const mayPlan = useMayPlan();
  const next = back.steps[back.reached];
  return (
    <div className="mt-1.5 grid gap-2">
      <ol className="grid gap-1">
        {back.steps.map((step) => {
          const followed = step.number <= back.reached;
          const taken = back.taken.findLast((each) => each.step === step.number && !each.symptoms);
          return (
            <li key={step.number} className={followed ? "" : "text-ink-soft"}>
              <span aria-hidden="true" className="mr-1.5 inline-block w-4 text-center font-bold">
                {followed ? "●" : "○"}
              </span>
              <strong>{step.name}</strong>: {step.allows}
              {followed && taken && (
                <span className="text-ink-soft text-xs">
                  {" "}
                  followed {shortDate(taken.on)}
                  {taken.coach && `, ${taken.coach}`}
                </span>
              )}
            </li>
          );
        })}
      </ol>
      {back.taken.some((each) => each.symptoms) && (
        <p className="font-semibold text-rear">
          Symptoms came back on{" "}
          {back.taken
            .filter((each) => each.symptoms)
            .map((each) => shortDate(each.on))
            .join(", ")}
          : one step back, and again.
        </p>
      )}
      <p>
        {back.clearance ? (
          <>
            Cleared by <strong>{back.clearance.by}</strong> on {shortDate(back.clearance.on)}
            {back.clearance.coach && `, written down by ${back.clearance.coach}`}.
          </>
        ) : (
          "Not cleared by a clinician yet."
        )}
      </p>
      {back.missing.length > 0 && (
        <p className="font-semibold">No contact and no hard rounds. Still missing: {back.missing.join("; ")}.</p>
      )}
      {mayPlan && next && <StepForm hold={hold} next={next.number} />}
      {mayPlan && !back.clearance && <ClearanceForm hold={hold} />}
    </div>
  );
}

function StepForm({ hold, next }: { hold: string; next: number }) {
  const { today } = useClub();
  const [on, setOn] = useState(today);
  const stale = useBookStale();
  const ids = useNextId();
  const write = useMutation({
    mutationFn: (symptoms: boolean) => {
      const body = { id: ids.of([next, on, symptoms]), step: next, on, symptoms };
      return data(api.POST("/api/care/holds/{id}/steps", { params: { path: { id: hold } }, body }));
    },
    onSuccess: () => stale(),
  });
  return (
    <div className="no-print grid gap-2 rounded-lg bg-canvas p-2.5">
      <DateField label={`Step ${next} was followed on`} max={today} value={on} set={setOn} />
      {write.error && <Trouble error={write.error} />}
      <div className="flex flex-wrap gap-2">
        <Button small disabled={write.isPending || !on} onClick={() => write.mutate(false)}>
          Without symptoms
        </Button>
        <Button small disabled={write.isPending || !on} onClick={() => write.mutate(true)}>
          Symptoms came back
        </Button>
      </div>
    </div>
  );
}

function ClearanceForm({ hold }: { hold: string }) {
  const { today } = useClub();
  const [by, setBy] = useState("");
  const [on, setOn] = useState(today);
  const stale = useBookStale();
  const clear = useMutation({
    mutationFn: () =>
      data(api.PUT("/api/care/holds/{id}/clearance", { params: { path: { id: hold } }, body: { by, on } })),
    onSuccess: () => stale(),
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    clear.mutate();
  };
  return (
    <form onSubmit={submit} className="no-print grid gap-2 rounded-lg bg-canvas p-2.5">
      <Field
        label="Cleared by (a licensed clinician)"
        required
        maxLength={120}
        value={by}
        onChange={(event) => setBy(event.target.value)}
      />
      <DateField label="on" required max={today} value={on} set={setOn} />
      {clear.error && <Trouble error={clear.error} />}
      <Button type="submit" small className="w-fit" disabled={clear.isPending}>
        Record the clearance
      </Button>
    </form>
  );
}
