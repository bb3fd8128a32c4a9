import { useEffect, useRef, useState } from "react";
import { dated } from "../kit/clock";
import { idOf } from "../kit/ids";
import type { Fact } from "../kit/outbox";
import { gone, isRunning, type Ring } from "./ring";

export type Kind = "strikes" | "heart";
export type Listening = { student: string; kind: Kind; address: string };
type Sample = (number | string)[];

/** A device's line as a sample, its time first; undefined where it makes no sense. */
export function readLine(kind: Kind, line: string): Sample | undefined {
  const [at, second, third] = line.split(",").map((cell) => cell.trim());
  const ms = Number(at);
  if (!at || !Number.isFinite(ms) || ms < 0 || !second) return undefined;
  if (kind === "heart") {
    const beats = Number(second);
    return beats >= 25 && beats <= 250 ? [ms, beats] : undefined;
  }
  const g = Number(third);
  const hand = second.toLowerCase();
  return third && g >= 0 && g <= 500 && (hand === "left" || hand === "right") ? [ms, hand, g] : undefined;
}

/** Puts a device's own clock on the round's: its first line counts as now, and again where it jumps back. */
export class Anchor {
  private from?: { device: number; here: number };
  private last = Number.NEGATIVE_INFINITY;

  at(device: number, here: number): number {
    if (!this.from || device < this.last) this.from = { device, here };
    this.last = device;
    return Math.round(this.from.here + device - this.from.device);
  }
}

export type Heard = { samples: number; unread: number; lost: boolean };

/** Listens to one device while rounds run; what it heard in a round becomes a fact when its work is over. */
export function useSensor(
  classId: string,
  listening: Listening | undefined,
  ring: Ring,
  now: number,
  put: (fact: Fact) => void,
) {
  const [heard, setHeard] = useState<Heard>();
  const state = useRef({ ring, now, put });
  state.current = { ring, now, put };
  const kept = useRef<{ segment: number; begun: number; samples: Sample[] }>(undefined);
  const { student, kind, address } = listening ?? {};

  useEffect(() => {
    if (!student || !kind || !address) return setHeard(undefined);
    const count: Heard = { samples: 0, unread: 0, lost: false };
    let anchor = new Anchor();
    const source = new EventSource(address);
    source.onopen = () => setHeard({ ...count, lost: false });
    source.onerror = () => {
      count.lost = true;
      setHeard({ ...count });
    };
    source.onmessage = ({ data }) => {
      const { ring, now } = state.current;
      const sample = readLine(kind, String(data));
      count.lost = false;
      if (!sample) count.unread += 1;
      else if (isRunning(ring) && ring.segments[ring.at]?.kind === "work") {
        const here = gone(ring, now);
        if (kept.current?.segment !== ring.at) {
          kept.current = { segment: ring.at, begun: now - here, samples: [] };
          anchor = new Anchor();
        }
        const at = anchor.at(sample[0] as number, here);
        if (at >= 0 && kept.current.samples.length < MOST) kept.current.samples.push([at, ...sample.slice(1)]);
        count.samples += 1;
      }
      setHeard({ ...count });
    };
    return () => source.close();
  }, [student, kind, address]);

  useEffect(() => {
    const done = kept.current;
    if (!done || !student || !kind || (ring.at === done.segment && isRunning(ring))) return;
    kept.current = undefined;
    if (done.samples.length === 0) return;
    put({
      table: "recordings",
      fact: {
        id: idOf(`${classId} ${student} ${kind} ${done.segment} ${Math.round(done.begun)}`),
        student_id: student,
        round: ring.segments[done.segment]?.round ?? 0,
        kind,
        samples: done.samples,
        at: dated(done.begun),
      },
    });
  }, [ring, classId, student, kind, put]);

  return heard;
}

const MOST = 6_000; // samples of a round
