import { useCallback, useEffect, useRef, useState } from "react";
import { api, data, Refusal, type Schemas } from "../api/client";
import { heardTime, now } from "../kit/clock";
import { newId } from "../kit/ids";
import { keep, recall } from "../kit/stored";
import { groupsOf, type Hall, type Moment } from "./hall";
import { gone, type Ring } from "./ring";

type Standing = Schemas["Standing"];
/** What the device that leads says, with whose it is, and when it was heard here. */
export type Live = { device: string; name: string; moment: Moment; ring: Standing; pairs?: string[][]; heard: number };

const BEAT = 5_000; // ms between two words of a leader with nothing new to say
const SLOW = 6_000; // ms after which an answer is not waited for
const SILENCE = 7_000; // ms without a sign of life after which touch is lost

/** This device's own id. */
export function deviceId(): string {
  const kept = recall<string>("device");
  if (kept) return kept;
  const made = newId();
  keep("device", made);
  return made;
}

/** Where a ring stands, of no device's own clock. */
export const standing = (ring: Ring): Standing => ({
  at: ring.at,
  gone: gone(ring, now()),
  running: ring.since !== null,
  extra: Object.fromEntries(Object.entries(ring.extra)),
});

/** The ring that stood there when it was heard here, and has gone on since, on this device's clock. */
export const standingRing = (
  segments: Ring["segments"],
  { ring: { at, gone, running, extra }, heard }: Pick<Live, "ring" | "heard">,
): Ring => ({
  segments,
  at,
  elapsed: gone,
  since: running ? heard : null,
  extra: Object.fromEntries(Object.entries(extra).map(([key, value]) => [Number(key), value])),
  runs: [],
});

/**
 * Leads a class: tells the server where it stands, at every change and now and then. Gives whether it is known who leads,
 * who leads instead, where another device does, and a way to take the lead. Without a network the class is led all the
 * same. Whoever takes the lead tells where the class stands, and not where this device last stood.
 */
export function useLead(classId: string, hall: Hall) {
  const [leader, setLeader] = useState<string>();
  const [known, setKnown] = useState(false);
  const current = useRef(hall);
  current.current = hall;
  const tell = useCallback(
    async (take: boolean, hall = current.current) => {
      const { moment, ring } = hall;
      try {
        const card_version = hall.drilled?.card_version ?? null;
        const body = {
          device: deviceId(),
          take,
          moment,
          ring: standing(ring),
          card_version,
          pairs: groupsOf(hall),
        };
        const signal = AbortSignal.timeout(SLOW);
        const { now } = await data(
          api.PUT("/api/floor/classes/{id}/live", { params: { path: { id: classId } }, body, signal }),
        );
        heardTime(now);
        setLeader(undefined);
      } catch (error) {
        if (error instanceof Refusal && error.status === 409) setLeader(error.message);
      }
      setKnown(true);
    },
    [classId],
  );
  const { at, since, elapsed, extra } = hall.ring;
  const { pairs, present } = hall;
  // biome-ignore lint/correctness/useExhaustiveDependencies: told again whenever the class is moved on or changed by hand.
  useEffect(() => {
    if (hall.moment === "done") return;
    void tell(false);
    const timer = window.setInterval(() => void tell(false), BEAT);
    return () => window.clearInterval(timer);
  }, [tell, hall.moment, at, since, elapsed, extra, pairs, present]);
  return { leader, known: known || hall.moment === "done", take: (hall: Hall) => tell(true, hall) };
}

/** Follows a class: where the leader stands, and whether this screen is still in touch. */
export function useFollowing(classId: string) {
  const [live, setLive] = useState<Live | null>();
  const [touch, setTouch] = useState(true);
  useEffect(() => {
    let source: EventSource | undefined;
    let heard = now();
    const open = () => {
      source?.close();
      source = new EventSource(`/api/floor/classes/${classId}/live`);
      source.onmessage = (event) => {
        heard = now();
        const said = JSON.parse(event.data);
        setLive(said && { ...said, heard });
      };
      source.addEventListener("here", () => {
        heard = now();
      });
    };
    open();
    const watch = window.setInterval(() => {
      setTouch(now() - heard < SILENCE);
      if (source?.readyState === EventSource.CLOSED) open();
    }, 500);
    return () => {
      window.clearInterval(watch);
      source?.close();
    };
  }, [classId]);
  return { live, touch };
}
