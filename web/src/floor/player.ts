import { type Cue, type Due, due, isOver, isRunning, type Ring, remaining } from "./ring";

/** What makes sound: whether it is awake, a clock in seconds, and a cue begun at an instant of it. */
export type Sounds = { awake: () => boolean; time: () => number; start: (cue: Cue, at: number) => () => void };

const AHEAD = 90_000; // ms scheduled in advance: a page that is hidden may be woken once a minute only
const LATE = 400; // ms after which a cue is let go: after a sleep nobody wants the bells of the last minutes
const SAME = 250; // ms by which the end of a class may be another from one look to the next, and it is the same class

/**
 * Schedules the cues of a running class on the audio clock, well ahead, so that a busy or sleeping page does not delay
 * them. Whenever the class is changed by hand, what has not sounded yet is taken back and laid out again.
 */
export class Player {
  private until = 0; // scheduled up to this instant
  private ahead: { until: number; stop: () => void }[] = [];
  private speaking = 0; // until when somebody speaks
  private ends?: number; // when the class that is laid out comes to its end; nothing while it stands still

  constructor(private readonly sounds: Sounds) {}

  /** Takes back what lies ahead of `now`, and cuts short who is speaking; a bell that was struck rings out. */
  reset(now: number) {
    for (const { until, stop } of this.ahead) if (until >= now) stop();
    this.ahead = [];
    this.until = now;
    this.speaking = 0;
  }

  /**
   * Schedules what is due from where it stopped. A busy page may come here once more with a class as it was before it
   * was changed by hand: whenever the class ends at another time than what is laid out, that is taken back first.
   */
  tick(ring: Ring, now: number) {
    const ends = this.endOf(ring, now);
    if (this.ends !== undefined && (ends === undefined || Math.abs(ends - this.ends) > SAME)) this.reset(now);
    this.ends = ends;
    if (!isRunning(ring)) return;
    if (!this.sounds.awake()) return; // a browser's audio takes a moment to wake: nothing counts as scheduled before
    const from = Math.max(this.until, now - LATE);
    const to = now + AHEAD;
    if (from >= to) return;
    const offset = this.sounds.time() - now / 1000;
    for (const each of due(ring, from, to)) this.schedule(each, offset, now);
    this.until = to;
    this.ahead = this.ahead.filter(({ until }) => until >= now);
  }

  /** When the class comes to its end, or came to it where that was laid out; nothing while it stands still. */
  private endOf(ring: Ring, now: number): number | undefined {
    if (isOver(ring)) return Math.min(now, this.ends ?? now);
    return isRunning(ring) ? now + remaining(ring, now) : undefined;
  }

  /** Once, at once: a bell that is not on the sheet. */
  ring(cue: Cue) {
    this.sounds.start(cue, this.sounds.time());
  }

  private schedule({ cue, at }: Due, offset: number, now: number) {
    // A segment made longer or shorter by hand may bring two voices together: the later one is only shown.
    if (cue.length > 0 && at < this.speaking) return;
    if (cue.length > 0) this.speaking = at + cue.length;
    this.ahead.push({ until: at + cue.length, stop: this.sounds.start(cue, Math.max(at, now) / 1000 + offset) });
  }
}
