import type { Heard } from "./ring";

let context: AudioContext | undefined;

/** Wakes the audio; browsers want a tap first. */
export function wake() {
  context ??= new AudioContext();
  if (context.state === "suspended") void context.resume();
}

/** One stroke of a brass bell: a few inharmonic partials that die away. */
function stroke(audio: AudioContext, at: number, loud: number) {
  for (const [ratio, share, seconds] of [
    [1, 1, 1.6],
    [2.01, 0.55, 1.1],
    [2.76, 0.35, 0.7],
    [5.4, 0.18, 0.35],
  ] as const) {
    tone(audio, 620 * ratio, at, loud * share, seconds, "sine");
  }
}

function tone(audio: AudioContext, frequency: number, at: number, loud: number, seconds: number, type: OscillatorType) {
  const oscillator = audio.createOscillator();
  const gain = audio.createGain();
  oscillator.type = type;
  oscillator.frequency.value = frequency;
  gain.gain.setValueAtTime(0.0001, at);
  gain.gain.exponentialRampToValueAtTime(loud, at + 0.004);
  gain.gain.exponentialRampToValueAtTime(0.0001, at + seconds);
  oscillator.connect(gain).connect(audio.destination);
  oscillator.start(at);
  oscillator.stop(at + seconds + 0.05);
}

/** Plays a cue: one stroke to begin, three to end, two knocks of wood as the warning, a soft tone to get ready. */
export function play(cue: Heard["kind"]) {
  const audio = context;
  if (audio?.state !== "running") return;
  const now = audio.currentTime + 0.01;
  if (cue === "bell_start") stroke(audio, now, 0.5);
  if (cue === "bell_end") for (const after of [0, 0.28, 0.56]) stroke(audio, now + after, 0.5);
  if (cue === "warning") for (const after of [0, 0.18]) tone(audio, 980, now + after, 0.35, 0.06, "square");
  if (cue === "get_ready") tone(audio, 440, now, 0.25, 0.5, "triangle");
}
