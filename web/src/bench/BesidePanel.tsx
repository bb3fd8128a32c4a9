import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { api, data } from "../api/client";
import { ShowBody } from "../kit/figure/ShowBody";
import { newId } from "../kit/ids";
import { Button, Field, Trouble } from "../kit/parts";
import { useMayPlan } from "../kit/session";
import { useStale } from "../kit/stale";
import { useSay } from "../kit/toast";
import { count } from "../kit/words";
import { Wrap } from "../kit/wrap/Wrap";
import type { Beside } from "./Parts";
import { type Judging, type Pacing, useAnalysis } from "./useAnalysis";

type Props = {
  beside: Beside;
  pacing: Pacing;
  judging: Judging;
  origin?: string;
  take: (notation: string) => void;
  close: () => void;
};

/** A part or the mirror, beside the original and never over it: drawn, counted, and to be kept as its own. */
export function BesidePanel({ beside, pacing, judging, origin, take, close }: Props) {
  const answer = useAnalysis(beside.notation, pacing, judging);
  const reading = answer.data?.reading;
  return (
    <section aria-label="Beside it" className="rounded-xl border-[1.5px] border-brass bg-chalk px-3 py-2">
      <div className="mb-1 flex flex-wrap items-center gap-2 text-sm">
        <strong>{beside.title}</strong>
        <span className="min-w-0 flex-1 truncate text-ink-soft">
          {judging.stance === "southpaw" ? reading?.by_hand : reading?.spoken}
        </span>
        <span className="text-ink-soft">
          {answer.data?.pace && `${count(answer.data.pace.sets, "set")}, ${count(answer.data.pace.strikes, "strike")}`}
        </span>
        <Button className="min-h-8 px-3" onClick={() => take(beside.notation)}>
          To the line
        </Button>
        <Button look="quiet" className="min-h-8 px-3" onClick={close}>
          Close
        </Button>
      </div>
      {reading && <Wrap actions={reading.actions} setTime={reading.set_time} spoken={reading.spoken} size="part" />}
      {reading && <ShowBody notation={reading.canonical} spoken={reading.spoken} stance={judging.stance} />}
      <KeepPart notation={beside.notation} origin={origin} />
    </section>
  );
}

function KeepPart({ notation, origin }: { notation: string; origin?: string }) {
  const [name, setName] = useState("");
  const stale = useStale();
  const say = useSay();
  const mayPlan = useMayPlan();
  const keepIt = useMutation({
    mutationFn: () =>
      data(api.POST("/api/bench/combinations", { body: { id: newId(), name, notation, origin_id: origin ?? null } })),
    onSuccess: (row) => {
      setName("");
      stale("combination");
      say(`${row.name} is on the shelf${origin ? ", and remembers what it is a part of" : ""}.`);
    },
  });
  if (!mayPlan) return null;
  return (
    <form
      className="mt-1 flex gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        keepIt.mutate();
      }}
    >
      <Field
        label="Name of the part"
        hideLabel
        placeholder="keep it under a name of its own"
        value={name}
        maxLength={80}
        onChange={(event) => setName(event.target.value)}
        className="flex-1"
      />
      <Button type="submit" disabled={name.trim() === "" || keepIt.isPending}>
        Keep
      </Button>
      {keepIt.error && <Trouble error={keepIt.error} />}
    </form>
  );
}
