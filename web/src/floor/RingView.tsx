import { useEffect, useRef, useState } from "react";
import type { HeldClass } from "../api/client";
import { newId } from "../kit/ids";
import { useKeysOf } from "../kit/placeKeys";
import { useClub } from "../kit/session";
import { useStored } from "../kit/stored";
import { clock, timeOfDay } from "../kit/time";
import { Wrap } from "../kit/wrap/Wrap";
import { play, wake } from "./bell";
import { type Hall, toStool } from "./ClassPlace";
import { MarkStrip } from "./MarkStrip";
import type { Outbox } from "./outbox";
import { RingControls } from "./RingControls";
import {
  caughtUp,
  cuesBetween,
  end,
  isFresh,
  isOver,
  isRunning,
  left,
  lengthen,
  pause,
  type Ring,
  remaining,
  repeat,
  resume,
  share,
  skip,
} from "./ring";

type Props = { held: HeldClass; hall: Hall; change: (next: (hall: Hall) => Hall) => void; outbox: Outbox };
const TICK = 100;

/** The ring: a clock readable across a hall, what is on now and next, and the marks of the students. */
export function RingView({ held, hall, change, outbox }: Props) {
  const now = useTicking(hall.ring, (next) => change((before) => ({ ...before, ring: next })));
  const [quiet, setQuiet] = useStored("floor:quiet", false);
  useCues(hall.ring, now, quiet);
  const { ring } = hall;
  const act = (next: (ring: Ring, now: number) => Ring) => () => {
    wake();
    change((before) => ({ ...before, ring: next(caughtUp(before.ring, Date.now()), Date.now()) }));
  };
  const toggle = act(isRunning(ring) ? pause : resume);
  const takeBack = () => {
    const last = hall.taps.at(-1);
    if (!last) return;
    outbox.takeBack(last.id);
    change((before) => ({ ...before, taps: before.taps.filter((tap) => tap.id !== last.id) }));
  };
  const finish = () =>
    change((before) =>
      toStool({
        ...before,
        ring: isOver(before.ring) || isFresh(before.ring) ? before.ring : end(before.ring, Date.now()),
      }),
    );
  useKeysOf("The ring", [
    { keys: " ", does: "start, pause, go on", run: toggle },
    { keys: "ArrowRight", does: "skip", run: act(skip) },
    { keys: "r", does: "this round again", run: act(repeat) },
    { keys: "+", does: "30 s more", run: act((it, at) => lengthen(it, 30_000, at)) },
    { keys: "-", does: "30 s less", run: act((it, at) => lengthen(it, -30_000, at)) },
    { keys: "z", does: "take back the last mark", run: takeBack },
    { keys: "d", does: "to the door", run: () => change((before) => ({ ...before, moment: "door" })) },
  ]);
  const segment = ring.segments[Math.min(ring.at, ring.segments.length - 1)];
  const round = segment && held.rounds[segment.round];
  const combination = round?.combination_id ? held.combinations[round.combination_id] : undefined;
  return (
    <main className="night flex min-h-dvh flex-col gap-3 bg-night px-4 py-3 text-canvas sm:px-8">
      <Top held={held} ring={ring} now={now} outbox={outbox} quiet={quiet} setQuiet={setQuiet} />
      <div className="grid flex-1 content-start gap-x-10 gap-y-3 lg:grid-cols-[minmax(0,1fr)_400px]">
        <section aria-label="Now" className="min-w-0">
          <Clock ring={ring} now={now} kind={segment?.kind ?? "work"} />
          <h1 className="wide mt-2 mb-2 font-extrabold text-2xl sm:text-3xl">
            {isOver(ring) ? "That was the last bell" : round?.title}
          </h1>
          {combination && !isOver(ring) && (
            <>
              <Wrap
                actions={combination.actions}
                setTime={combination.set_time}
                spoken={combination.spoken}
                size="huge"
              />
              <p className="mt-2 font-bold text-xl sm:text-2xl">{combination.spoken}</p>
              {round?.beginners && <p className="mt-1 text-lg">Beginners in place: {round.beginners}</p>}
            </>
          )}
          <Next held={held} ring={ring} />
        </section>
        <MarkStrip
          held={held}
          hall={hall}
          round={round}
          takeBack={takeBack}
          mark={(tap) => {
            const id = newId();
            change((before) => ({ ...before, taps: [...before.taps, { ...tap, id }] }));
            return id;
          }}
          outbox={outbox}
        />
      </div>
      <RingControls
        ring={ring}
        toggle={toggle}
        act={act}
        finish={finish}
        door={() => change((before) => ({ ...before, moment: "door" }))}
      />
    </main>
  );
}

/** The time, ticking; moves the ring on where the clock has passed the end of a segment. */
function useTicking(ring: Ring, moveOn: (ring: Ring) => void): number {
  const [now, setNow] = useState(Date.now());
  const current = useRef({ ring, moveOn });
  current.current = { ring, moveOn };
  useEffect(() => {
    const timer = window.setInterval(() => {
      const instant = Date.now();
      const next = caughtUp(current.current.ring, instant);
      if (next !== current.current.ring) current.current.moveOn(next);
      setNow(instant);
    }, TICK);
    return () => window.clearInterval(timer);
  }, []);
  return now;
}

/** Plays what falls between one tick and the next. */
function useCues(ring: Ring, now: number, quiet: boolean) {
  const before = useRef({ ring, now });
  useEffect(() => {
    const then = before.current;
    const started = ring.since !== null && then.ring.since === null && ring.elapsed === 0;
    const from = started ? { ...ring, elapsed: -1, since: null } : then.ring;
    if (!quiet && ring.since !== null && (started || then.ring.since !== null)) {
      for (const cue of cuesBetween(from, ring, then.now, now)) play(cue.kind);
    } else if (!quiet && isOver(ring) && !isOver(then.ring)) {
      play("bell_end");
    }
    before.current = { ring, now };
  }, [ring, now, quiet]);
}

function Top({
  held,
  ring,
  now,
  outbox,
  quiet,
  setQuiet,
}: {
  held: HeldClass;
  ring: Ring;
  now: number;
  outbox: Outbox;
  quiet: boolean;
  setQuiet: (quiet: boolean) => void;
}) {
  const club = useClub();
  const rounds = new Set(held.segments.map((segment) => segment.round)).size;
  const segment = ring.segments[Math.min(ring.at, ring.segments.length - 1)];
  const zone = club.time_zone;
  const endsAt = new Date(now + remaining(ring, now)).toISOString();
  return (
    <div className="flex flex-wrap items-center justify-between gap-x-6 gap-y-1">
      <p className="font-bold text-lg">
        Round {(segment?.round ?? 0) + 1} of {rounds} · {segment && held.rounds[segment.round]?.block}
      </p>
      <p className="flex items-center gap-3 text-night-soft">
        <Sending outbox={outbox} />
        {timeOfDay(new Date(now).toISOString(), zone)} · ends {timeOfDay(endsAt, zone)}
        <button
          type="button"
          aria-pressed={quiet}
          onClick={() => setQuiet(!quiet)}
          className="rounded-full border border-night-line px-3 py-1 text-canvas text-sm"
        >
          {quiet ? "Bell off" : "Bell on"}
        </button>
      </p>
    </div>
  );
}

/** What still waits to be sent, and what could not be kept. */
export function Sending({ outbox }: { outbox: Outbox }) {
  if (outbox.full)
    return (
      <span role="alert" className="font-semibold text-brass-bright">
        This device is full: free some room, or what is tapped may be lost.
      </span>
    );
  if (outbox.refusal)
    return (
      <span role="alert" className="font-semibold text-brass-bright">
        Not stored: {outbox.refusal.message}
      </span>
    );
  if (outbox.size === 0) return null;
  return <span className="text-sm">{outbox.size} to send</span>;
}

function Clock({ ring, now, kind }: { ring: Ring; now: number; kind: string }) {
  const seconds = Math.ceil(left(ring, now) / 1000);
  const resting = kind !== "work";
  return (
    <div>
      <p className="flex items-baseline gap-4">
        <span
          role="timer"
          aria-label={kind === "work" ? "Work left" : kind === "rest" ? "Rest left" : "Explaining, left"}
          className={`wide font-extrabold text-[clamp(5.5rem,17.5vw,14.5rem)] leading-[0.86] ${resting ? "text-brass-bright" : "text-canvas"}`}
        >
          {clock(seconds)}
        </span>
        <span className="font-bold text-brass-bright text-xl">
          {isOver(ring) ? "over" : !isRunning(ring) ? (isFresh(ring) ? "ready" : "paused") : resting ? kind : ""}
        </span>
      </p>
      <div className="mt-4 h-4 overflow-hidden rounded-full bg-night-line" aria-hidden="true">
        <div className="h-full rounded-full bg-brass-bright" style={{ width: `${share(ring, now) * 100}%` }} />
      </div>
    </div>
  );
}

function Next({ held, ring }: { held: HeldClass; ring: Ring }) {
  const segment = ring.segments[ring.at];
  const next = segment && held.rounds[segment.round + 1];
  if (!segment) return null;
  return (
    <p className="mt-3 text-lg text-night-soft" data-testid="next">
      {next ? (
        <>
          Next: <strong className="text-canvas">{next.title}</strong> · {next.block} · {clock(next.work_s)}
        </>
      ) : (
        "The last one"
      )}
    </p>
  );
}
