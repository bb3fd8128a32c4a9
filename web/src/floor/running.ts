import { useEffect, useRef, useState } from "react";
import { now as instant } from "../kit/clock";
import { useStored } from "../kit/stored";
import { Player } from "./player";
import { type Cue, caughtUp, type Due, due, type Ring } from "./ring";
import { LOUD, type Loudness, sound } from "./sound";

const TICK = 100;

/** The time, ticking; moves the ring on where the clock has passed the end of a segment. */
export function useTicking(ring: Ring, moveOn?: (ring: Ring) => void): number {
  const [now, setNow] = useState(instant);
  const current = useRef({ ring, moveOn });
  current.current = { ring, moveOn };
  useEffect(() => {
    const timer = window.setInterval(() => {
      const at = instant();
      const next = caughtUp(current.current.ring, at);
      if (next !== current.current.ring) current.current.moveOn?.(next);
      setNow(at);
    }, TICK);
    return () => window.clearInterval(timer);
  }, []);
  return now;
}

/** Plays the class on this device; gives its loudness, and what to do when the class is changed by hand. */
export function usePlayer(ring: Ring, now: number, ownWords: string[]) {
  const player = useRef<Player>(null);
  player.current ??= new Player(sound);
  const [loud, setLoud] = useStored<Loudness>("floor:loudness", LOUD);
  useEffect(() => sound.set(loud), [loud]);
  useEffect(() => {
    const words = ring.segments.flatMap((segment) => segment.cues.flatMap((cue) => cue.say));
    void sound.fetch([...new Set(words)], ownWords);
  }, [ring.segments, ownWords]);
  useEffect(() => player.current?.tick(ring, now), [ring, now]);
  useEffect(() => () => player.current?.reset(0), []);
  const changed = () => {
    sound.wake();
    player.current?.reset(instant());
  };
  return { loud, setLoud, changed, bell: (kind: "bell_end") => player.current?.ring({ ...SILENT, kind }) };
}

const SILENT: Omit<Cue, "kind"> = {
  at: 0,
  anchor: "start",
  text: null,
  say: [],
  length: 0,
  combination_id: null,
  hidden: false,
};

/** Hands over each cue as its instant passes, once. */
export function usePassing(ring: Ring, now: number, passed: (each: Due) => void) {
  const before = useRef(now);
  const tell = useRef(passed);
  tell.current = passed;
  useEffect(() => {
    // After a sleep only what is of this moment has been heard.
    for (const each of due(ring, Math.max(before.current, now - 2_000), now)) tell.current(each);
    before.current = now;
  }, [ring, now]);
}

/** Keeps the screen awake while the class runs, where the device can. */
export function useWake(awake: boolean) {
  useEffect(() => {
    if (!awake || !navigator.wakeLock) return;
    let lock: WakeLockSentinel | undefined;
    let over = false;
    const take = async () => {
      try {
        const taken = await navigator.wakeLock.request("screen");
        if (over) void taken.release();
        else lock = taken;
      } catch {
        // The device may refuse (its battery is low): the class catches up when it wakes.
      }
    };
    const again = () => document.visibilityState === "visible" && void take();
    void take();
    document.addEventListener("visibilitychange", again);
    return () => {
      over = true;
      document.removeEventListener("visibilitychange", again);
      void lock?.release();
    };
  }, [awake]);
}
