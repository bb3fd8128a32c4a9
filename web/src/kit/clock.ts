import { keep, recall } from "./stored";

/** What a device tells of time: its own clock, which anybody may set, and one that only goes on. In milliseconds. */
export type Sources = { wall: () => number; ticks: () => number };

/**
 * Running time, which only ever goes on as fast as time does: a clock that somebody sets changes nothing. A device that
 * slept (its page was hidden, and its ticks stood) goes on from when it woke.
 */
export class RunningTime {
  private offset: number;
  private hid?: { wall: number; ticks: number };

  constructor(private readonly from: Sources) {
    this.offset = from.wall() - from.ticks();
  }

  now = () => this.from.ticks() + this.offset;

  hide() {
    this.hid = { wall: this.from.wall(), ticks: this.from.ticks() };
  }

  show() {
    if (!this.hid) return;
    const asleep = this.from.wall() - this.hid.wall - (this.from.ticks() - this.hid.ticks);
    this.hid = undefined;
    if (asleep > SLEEP) this.offset += asleep;
  }
}

const SLEEP = 1_000; // ms by which a device's own clock must be ahead of its ticks to have slept

const sources: Sources = { wall: () => Date.now(), ticks: () => performance.now() };
const time = new RunningTime(sources);
if (typeof document !== "undefined") {
  document.addEventListener("visibilitychange", () =>
    document.visibilityState === "visible" ? time.show() : time.hide(),
  );
}

/** Running time: for clocks and bells. */
export const now = time.now;

/** How far the club's server is ahead of running time, as it was heard last; a device's own clock may be wrong. */
const AHEAD = "server:ahead"; // of this device's own clock
const SAID = "server:said"; // the latest that was heard
let ahead: number | undefined;

/** The server has said what time it is; what `mayBeOld` may be an answer kept for times without a network. */
export function heardTime(iso: string, { mayBeOld = false } = {}) {
  const said = Date.parse(iso);
  if (Number.isNaN(said) || (mayBeOld && said <= (recall<number>(SAID) ?? 0))) return;
  ahead = said - now();
  keep(SAID, said);
  keep(AHEAD, said - Date.now());
}

/** What time an instant of running time was by the server's clock: what facts are dated with. */
export const dated = (instant = now()) =>
  new Date(instant + (ahead ?? (recall<number>(AHEAD) ?? 0) + Date.now() - now())).toISOString();
