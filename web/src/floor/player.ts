import { type Cue, type Due, due, type Ring } from "./ring";

/** What makes sound: whether it is awake, a clock in seconds, and a cue begun at an instant of it. */
export type Sounds = { awake: () => boolean; time: () => number; start: (cue: Cue, at: number) => () => void };

const AHEAD = 90_000; // ms scheduled in advance: a page that is hidden may be woken once a minute only
const LATE = 400; // ms after which a cue is let go: after a sleep nobody wants the bells of the last minutes

/**
 * Schedules the cues of a running class on the audio clock, well ahead, so that a busy or sleeping page does not delay
 * them. Whenever the class is changed by hand, what has not sounded yet is taken back and laid out again.
 */
export class Player {
  private until = 0; // scheduled up to this instant
  private ahead: { until: number; stop: () => void }[] = [];
  private speaking = 0; // until when somebody speaks

  constructor(private readonly sounds: Sounds) {}

  /** Takes back what lies ahead of `now`, and cuts short who is speaking; a bell that was struck rings out. */
  reset(now: number) {
    for (const { until, stop } of this.ahead) if (until >= now) stop();
    this.ahead = [];
    this.until = now;
    this.speaking = 0;
  }

  /** Schedules what is due from where it stopped. */
  tick(ring: Ring, now: number) {
    if (!this.sounds.awake()) return; // a browser's audio takes a moment to wake: nothing counts as scheduled before
    const from = Math.max(this.until, now - LATE);
    const to = now + AHEAD;
    if (from >= to) return;
    const offset = this.sounds.time() - now / 1000;
    for (const each of due(ring, from, to)) this.schedule(each, offset, now);
    this.until = to;
    this.ahead = this.ahead.filter(({ until }) => until >= now);
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
