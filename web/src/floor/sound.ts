import bells from "../../../lib/jaunty_bell/files/bells.json";
import { VOICE_GAP_MS } from "../api/known";
import type { Sounds } from "./player";
import type { Cue } from "./ring";

export type Loudness = { volume: number; voice: boolean; calls: boolean };
export const LOUD: Loudness = { volume: 0.8, voice: true, calls: true };

const GAP = VOICE_GAP_MS / 1_000; // s between two words
const shipped = (word: string) => `/voice/${word.replaceAll(" ", "-")}.wav`;
const own = (word: string) => `/api/school/voice/${encodeURIComponent(word)}`;

/** The audio of this device: bells made here, words from small files, each through its own gain. */
export class Sound implements Sounds {
  private audio?: AudioContext;
  private readonly words = new Map<string, AudioBuffer>();
  private gains?: { all: GainNode; voice: GainNode; calls: GainNode };
  private loud = LOUD;

  /** Wakes the audio; browsers want a tap first. */
  wake() {
    if (!this.audio) {
      this.audio = new AudioContext();
      const [all, voice, calls] = [0, 1, 2].map(() => (this.audio as AudioContext).createGain()) as [
        GainNode,
        GainNode,
        GainNode,
      ];
      calls.connect(voice).connect(all).connect(this.audio.destination);
      this.gains = { all, voice, calls };
      this.set(this.loud);
    }
    if (this.audio.state === "suspended") void this.audio.resume();
  }

  set(loud: Loudness) {
    this.loud = loud;
    if (!this.gains) return;
    this.gains.all.gain.value = loud.volume;
    this.gains.voice.gain.value = loud.voice ? 1 : 0;
    this.gains.calls.gain.value = loud.calls ? 1 : 0;
  }

  /** Fetches the words of a class, some of them the club's own, so that they are at hand without a network. */
  async fetch(words: string[], clubs: string[]) {
    const context = this.audio ?? new OfflineAudioContext(1, 1, 44_100);
    await Promise.all(
      words
        .filter((word) => !this.words.has(word))
        .map(async (word) => {
          try {
            const answer = await fetch(clubs.includes(word) ? own(word) : shipped(word));
            if (answer.ok && answer.headers.get("content-type")?.startsWith("audio"))
              this.words.set(word, await context.decodeAudioData(await answer.arrayBuffer()));
          } catch {
            // Without this word the class runs all the same: the bells are made here.
          }
        }),
    );
  }

  /** One stroke now, so that somebody hears whether there is sound. */
  bell() {
    if (this.audio) this.strike("bell_start", this.audio.currentTime + 0.05);
  }

  awake = () => this.audio?.state === "running";

  time = () => this.audio?.currentTime ?? 0;

  start = (cue: Cue, at: number): (() => void) => {
    if (!this.awake()) return () => {};
    const nodes = cue.say.length > 0 ? this.speak(cue, at) : this.strike(cue.kind, at);
    return () => {
      for (const node of nodes) node.stop(0);
    };
  };

  /** Bells, knocks and tones: the same as on the class's track (bells.json is what both are made from). */
  private strike(kind: Cue["kind"], at: number): OscillatorNode[] {
    const { frequency, loud, partials } = bells.stroke;
    const strokes = ((bells.strokes as Record<string, number[]>)[kind] ?? []).flatMap((after) =>
      (partials as [number, number, number][]).map(([ratio, share, seconds]) =>
        this.tone(frequency * ratio, at + after, loud * share, seconds, "sine"),
      ),
    );
    const tones = ((bells.tones as Record<string, Tone[]>)[kind] ?? []).map((tone) =>
      this.tone(tone.frequency, at + tone.after, tone.loud, tone.seconds, tone.wave as OscillatorType),
    );
    return [...strokes, ...tones];
  }

  private tone(frequency: number, at: number, loud: number, seconds: number, type: OscillatorType): OscillatorNode {
    const audio = this.audio as AudioContext;
    const oscillator = audio.createOscillator();
    const gain = audio.createGain();
    oscillator.type = type;
    oscillator.frequency.value = frequency;
    gain.gain.setValueAtTime(0.0001, at);
    gain.gain.exponentialRampToValueAtTime(loud, at + 0.004);
    gain.gain.exponentialRampToValueAtTime(0.0001, at + seconds);
    oscillator.connect(gain).connect((this.gains as { all: GainNode }).all);
    oscillator.start(at);
    oscillator.stop(at + seconds + 0.05);
    return oscillator;
  }

  private speak(cue: Cue, at: number): AudioBufferSourceNode[] {
    const audio = this.audio as AudioContext;
    const to = cue.kind === "call" ? this.gains?.calls : this.gains?.voice;
    let begins = at;
    return cue.say.flatMap((word) => {
      const buffer = this.words.get(word);
      if (!buffer || !to) return [];
      const source = audio.createBufferSource();
      source.buffer = buffer;
      source.connect(to);
      source.start(begins);
      begins += buffer.duration + GAP;
      return [source];
    });
  }
}

type Tone = { after: number; frequency: number; loud: number; seconds: number; wave: string };

/** One for the page. */
export const sound = new Sound();
