import type { OpenClass } from "../api/client";
import { dated, now } from "../kit/clock";
import { Button } from "../kit/parts";
import { clock, spoken } from "../kit/time";
import type { Hall } from "./hall";
import type { Change } from "./part";
import { caughtUp, isRunning, left, pause, type Ring } from "./ring";

const NOTICED = 60_000; // ms that a device may be gone without anybody asking what happened meanwhile

/** Whether the class ran on while this device was not there to ring. */
export const wasAway = ({ ring, alive }: Hall, at: number) => isRunning(ring) && alive > 0 && at - alive > NOTICED;

const KINDS = { rest: "the rest", explain: "being explained" };

type Props = { opened: OpenClass; hall: Hall; change: Change; done: () => void };

/** This device was switched off in the middle: only the coach knows whether the class went on. */
export function Away({ opened, hall, change, done }: Props) {
  const stood = caughtUp(hall.ring, hall.alive);
  const by = now();
  const stands = caughtUp(hall.ring, by);
  const choose = (ring: Ring, stoppedAt?: number) => () => {
    const stopped = stoppedAt === undefined ? [] : [{ at: Date.parse(dated(stoppedAt)), running: false }];
    change((before) => ({ ...before, ring, bells: stopped.length > 0 ? [...before.bells, ...stopped] : before.bells }));
    done();
  };
  const place = (ring: Ring, at: number) => {
    const segment = ring.segments[ring.at];
    if (!segment) return "the last bell";
    const kind = segment.kind === "work" ? "" : `, ${KINDS[segment.kind]}`;
    return `round ${segment.round + 1}, ${opened.rounds[segment.round]?.title}${kind}, ${clock(left(ring, at) / 1000)} left`;
  };
  return (
    <main className="night flex min-h-dvh flex-col items-center justify-center gap-6 bg-night px-6 text-canvas">
      <h1 className="wide text-center font-extrabold text-3xl">
        This device was away for {spoken((by - hall.alive) / 1000)}
      </h1>
      <p className="max-w-xl text-center text-lg text-night-soft">
        No bell rang here meanwhile. Only rounds that took place are counted: what happened?
      </p>
      <div className="grid w-full max-w-xl gap-3">
        <Button
          look="nightMain"
          big
          onClick={choose(pause(stood, hall.alive), isRunning(stood) ? hall.alive : undefined)}
        >
          The class waited: {place(stood, hall.alive)}
        </Button>
        <Button look="night" big onClick={choose(stands)}>
          It went on without it: {place(stands, by)}
        </Button>
      </div>
    </main>
  );
}
