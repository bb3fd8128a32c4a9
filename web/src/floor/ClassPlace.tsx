import { useQuery } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo, useState } from "react";
import { Link, useParams } from "react-router";
import type { OpenClass } from "../api/client";
import { now } from "../kit/clock";
import { type ClassBox, hallKey, useClassBox } from "../kit/device";
import { keepFor } from "../kit/kept";
import { Trouble, Waiting } from "../kit/parts";
import { PlaceKeys } from "../kit/placeKeys";
import { asks } from "../kit/queries";
import { useAccount } from "../kit/session";
import { Away, wasAway } from "./Away";
import { Door } from "./Door";
import { Following } from "./Following";
import { asDrilled, type Hall, readHall, renewed, withDrilled } from "./hall";
import { deviceId, useLead } from "./lead";
import type { Change } from "./part";
import { RingView } from "./RingView";
import { factsOfBells, factsOfRuns, withBells } from "./rang";
import { Stool } from "./Stool";

/** A class from door to stool. What happens is kept on this device at once and sent to the club when it can be. */
export default function ClassPlace() {
  const { id } = useParams();
  const { email } = useAccount();
  const opened = useQuery({ ...asks.openClass(id as string), refetchOnMount: "always" });
  const kept = useQuery(asks.keptHall<Hall>(email, id as string));
  if (opened.data && kept.data !== undefined) {
    return (
      <PlaceKeys>
        <Running key={opened.data.id} opened={opened.data} kept={kept.data ?? undefined} />
      </PlaceKeys>
    );
  }
  if (!opened.error) return <Waiting what="the class" />;
  return (
    <div className="mx-auto mt-10 max-w-lg px-4">
      <Trouble error={opened.error}>
        <Link className="mt-2 inline-block font-semibold underline" to="/floor">
          Back to the Floor
        </Link>
      </Trouble>
    </div>
  );
}

const BEAT = 5_000; // ms between two times that a running class is kept: so long ago it was alive

function Running({ opened: asPlanned, kept }: { opened: OpenClass; kept?: Hall }) {
  const key = hallKey(useAccount().email, asPlanned.id);
  const [hall, setHall] = useState<Hall>(() => readHall(kept, asPlanned));
  const [away, setAway] = useState(() => wasAway(hall, now()));
  const opened = useMemo(() => asDrilled(asPlanned, hall), [asPlanned, hall]);
  const outbox = useClassBox(opened.id);
  const { put } = outbox;
  const change = useCallback<Change>(
    (next) => setHall((before) => withBells(before, withDrilled(next(before), asPlanned))),
    [asPlanned],
  );
  const { leader, known, take } = useLead(opened.id, hall);

  useEffect(() => setHall((before) => renewed(before, asPlanned)), [asPlanned]);

  useEffect(() => {
    if (away) return;
    const store = () => void keepFor(key, hall.moment === "done" ? undefined : { ...hall, alive: now() });
    store();
    const timer = window.setInterval(store, BEAT);
    return () => window.clearInterval(timer);
  }, [key, hall, away]);

  useRunFacts(opened, hall, change, put);
  useBellFacts(opened, hall, change, put);

  if (leader) return <Following opened={opened} leader={leader} change={change} take={take} />;
  if (!known) return <Waiting what="where the class stands" />;
  if (away) return <Away opened={opened} hall={hall} change={change} done={() => setAway(false)} />;
  if (hall.moment === "ring") return <RingView opened={opened} hall={hall} change={change} outbox={outbox} />;
  if (hall.moment === "door") return <Door opened={opened} hall={hall} change={change} outbox={outbox} />;
  return <Stool opened={opened} hall={hall} change={change} outbox={outbox} />;
}

/** Every round that is left becomes a fact. */
function useRunFacts(opened: OpenClass, { ring, told }: Hall, change: Change, put: ClassBox["put"]) {
  // biome-ignore lint/correctness/useExhaustiveDependencies: told once for each run, whatever else is drawn again.
  useEffect(() => {
    if (ring.runs.length === told) return;
    put(...factsOfRuns(opened, ring, told, deviceId()));
    change((hall) => ({ ...hall, told: ring.runs.length }));
  }, [ring.runs, told]);
}

/** Every start and stop of the clock becomes a fact. */
function useBellFacts(opened: OpenClass, { bells, rung }: Hall, change: Change, put: ClassBox["put"]) {
  // biome-ignore lint/correctness/useExhaustiveDependencies: told once for each bell, whatever else is drawn again.
  useEffect(() => {
    if (bells.length === rung) return;
    put(...factsOfBells(opened, bells, rung, deviceId()));
    change((hall) => ({ ...hall, rung: bells.length }));
  }, [bells, rung]);
}
