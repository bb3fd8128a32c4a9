import { useQuery } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo, useState } from "react";
import { Link, useParams } from "react-router";
import type { HeldClass } from "../api/client";
import { idOf } from "../kit/ids";
import { Trouble, Waiting } from "../kit/parts";
import { PlaceKeys } from "../kit/placeKeys";
import { Door } from "./Door";
import { Following } from "./Following";
import { type Hall, readHall, withGuests } from "./hall";
import { useHeldClass } from "./held";
import { keepFor, recallKept } from "./kept";
import { useLead } from "./lead";
import { Outbox, outboxKey, type Waiting as Unsent } from "./outbox";
import { RingView } from "./RingView";
import { Stool } from "./Stool";

export type Props = { held: HeldClass; hall: Hall; change: (next: (hall: Hall) => Hall) => void; outbox: Outbox };

/** A class from door to stool. What happens is kept on this device at once and sent to the club when it can be. */
export default function ClassPlace() {
  const { id } = useParams();
  const held = useHeldClass(id as string);
  const kept = useQuery({
    queryKey: ["kept", id],
    queryFn: async () => ({
      hall: await recallKept<Hall>(hallKey(id as string)),
      unsent: await recallKept<Unsent>(outboxKey(id as string)),
    }),
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 0,
  });
  if (held.isPending || !kept.data) return <Waiting what="the class" />;
  if (held.error) {
    return (
      <div className="mx-auto mt-10 max-w-lg px-4">
        <Trouble error={held.error}>
          <Link className="mt-2 inline-block font-semibold underline" to="/floor">
            Back to the Floor
          </Link>
        </Trouble>
      </div>
    );
  }
  return (
    <PlaceKeys>
      <Running key={held.data.id} held={held.data} kept={kept.data} />
    </PlaceKeys>
  );
}

const hallKey = (classId: string) => `floor:${classId}`;

type RunningProps = { held: HeldClass; kept: { hall?: Hall; unsent?: Unsent } };

function Running({ held: asPlanned, kept }: RunningProps) {
  const key = hallKey(asPlanned.id);
  const [hall, setHall] = useState<Hall>(() => readHall(kept.hall, asPlanned));
  const held = useMemo(() => withGuests(asPlanned, hall), [asPlanned, hall]);
  const [, redraw] = useState(0);
  const [outbox] = useState(() => new Outbox(held.id, kept.unsent, () => redraw((n) => n + 1)));
  const change = useCallback((next: (hall: Hall) => Hall) => setHall(next), []);
  const { leader, take } = useLead(held.id, hall);

  useEffect(() => {
    void keepFor(key, hall.moment === "done" ? undefined : hall);
  }, [key, hall]);

  useEffect(() => {
    void outbox.send();
    const online = () => void outbox.send();
    window.addEventListener("online", online);
    return () => {
      window.removeEventListener("online", online);
      outbox.stop();
    };
  }, [outbox]);

  useRunFacts(held, hall, change, outbox);

  if (leader) return <Following held={held} leader={leader} change={change} take={take} />;
  if (hall.moment === "ring") return <RingView held={held} hall={hall} change={change} outbox={outbox} />;
  if (hall.moment === "door") return <Door held={held} hall={hall} change={change} outbox={outbox} />;
  return <Stool held={held} hall={hall} change={change} outbox={outbox} />;
}

/** Every round that is left becomes a fact; its id is drawn from its place, so that told twice it is the same fact. */
function useRunFacts(held: HeldClass, { ring, told }: Hall, change: Props["change"], outbox: Outbox) {
  useEffect(() => {
    if (ring.runs.length === told) return;
    for (const [index, run] of ring.runs.entries()) {
      if (index < told) continue;
      const round = held.rounds[run.round];
      outbox.put({
        table: "round_runs",
        fact: {
          id: idOf(`${held.id} round ${index} ${run.at}`),
          round: run.round,
          title: round?.title ?? "Round",
          combination_id: round?.combination_id ?? null,
          worked_s: run.worked_s,
          outcome: run.outcome,
          at: new Date(run.at).toISOString(),
        },
      });
    }
    change((hall) => ({ ...hall, told: ring.runs.length }));
  }, [ring.runs, told, held, change, outbox]);
}
