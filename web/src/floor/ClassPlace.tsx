import { useQuery } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { Link, useParams } from "react-router";
import { api, data, type HeldClass } from "../api/client";
import { newId } from "../kit/ids";
import { Trouble, Waiting } from "../kit/parts";
import { PlaceKeys } from "../kit/placeKeys";
import { keep, recall } from "../kit/stored";
import { Door } from "./Door";
import { Outbox } from "./outbox";
import { RingView } from "./RingView";
import { newRing, pause, type Ring } from "./ring";
import { Stool } from "./Stool";

export type Tap = { id: string; student: string; combination: string; rung: string; attempted: number; clean: number };
export type Hall = {
  moment: "door" | "ring" | "stool" | "done";
  present: string[];
  sent: string[];
  ring: Ring;
  taps: Tap[];
};

/** A class from door to stool. What happens is kept on this device at once and sent to the club when it can be. */
export default function ClassPlace() {
  const { id } = useParams();
  const held = useQuery({
    queryKey: ["class", id],
    queryFn: () => data(api.GET("/api/floor/classes/{id}", { params: { path: { id: id as string } } })),
    staleTime: Number.POSITIVE_INFINITY,
  });
  if (held.isPending) return <Waiting what="the class" />;
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
      <Running key={held.data.id} held={held.data} />
    </PlaceKeys>
  );
}

function Running({ held }: { held: HeldClass }) {
  const key = `floor:${held.id}`;
  const [hall, setHall] = useState<Hall>(() => recall<Hall>(key) ?? firstHall(held));
  const [, redraw] = useState(0);
  const outbox = useMemo(() => new Outbox(held.id, () => redraw((n) => n + 1)), [held.id]);
  const change = useCallback((next: (hall: Hall) => Hall) => setHall(next), []);

  useEffect(() => {
    keep(key, hall.moment === "done" ? undefined : hall);
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

  useRunFacts(held, hall, outbox);

  if (hall.moment === "ring") return <RingView held={held} hall={hall} change={change} outbox={outbox} />;
  if (hall.moment === "door") return <Door held={held} hall={hall} change={change} outbox={outbox} />;
  return <Stool held={held} hall={hall} change={change} outbox={outbox} />;
}

function firstHall(held: HeldClass): Hall {
  const came = held.facts.attendances.map((fact) => String((fact as { student_id?: string }).student_id));
  return { moment: held.ended_at ? "done" : "door", present: came, sent: came, ring: newRing(held.segments), taps: [] };
}

/** Every round that is left becomes a fact, once. */
function useRunFacts(held: HeldClass, hall: Hall, outbox: Outbox) {
  const told = useRef(hall.ring.runs.length);
  useEffect(() => {
    for (const run of hall.ring.runs.slice(told.current)) {
      const round = held.rounds[run.round];
      outbox.put({
        table: "round_runs",
        fact: {
          id: newId(),
          round: run.round,
          title: round?.title ?? "Round",
          combination_id: round?.combination_id ?? null,
          worked_s: run.worked_s,
          outcome: run.outcome,
          at: new Date(run.at).toISOString(),
        },
      });
    }
    told.current = hall.ring.runs.length;
  }, [hall.ring.runs, held, outbox]);
}

/** To the stool: the clock stands. */
export const toStool = (hall: Hall): Hall => ({ ...hall, moment: "stool", ring: pause(hall.ring, Date.now()) });
