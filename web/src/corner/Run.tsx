import { useCallback, useEffect, useRef, useState } from "react";
import { RUNG_NAMES } from "../api/known";
import { finish, isOver, isRunning, left, newRing, pause, type Ring, resume, skip } from "../floor/ring";
import { usePlayer, useTicking, useWake } from "../floor/running";
import { Body } from "../kit/Body";
import { dated, now as instant } from "../kit/clock";
import { idOf } from "../kit/ids";
import { keepFor, recallKept } from "../kit/kept";
import { clock } from "../kit/time";
import { Wrap } from "../kit/wrap/Wrap";
import type { OwnPage } from "./box";
import { EffortScale } from "./EffortScale";
import { useLockedScreen } from "./locked";
import OwnFigure from "./OwnFigure";
import type { Homework } from "./own";
import { Button } from "./parts";

type Props = { own: OwnPage; homework: Homework; close: () => void };
/** Where it stands, and the ms that it has really run. */
type Standing = { ring: Ring; spent: number };
type Stored = { at: number; elapsed: number; spent: number };

const BEAT = 3_000; // ms between two times that it is kept
const SLEPT = 5_000; // ms between two ticks from which on nobody was training
const NO_WORDS: string[] = [];
const BLOCKS: Record<string, string> = { "warm-up": "Get warm", finisher: "Get strong", "cool-down": "Come down" };

/** A class alone as it runs: bells, what is done now, and how hard it was. Switched off in the middle it stands where it was. */
export default function Run({ own, homework, close }: Props) {
  const key = `corner:run:${homework.id}`;
  const [begun, setBegun] = useState<Standing>();
  useEffect(() => {
    void recallKept<Stored>(key).then((kept) => {
      const ring = { ...newRing(homework.made.segments), at: kept?.at ?? 0, elapsed: kept?.elapsed ?? 0 };
      setBegun({ ring, spent: kept?.spent ?? 0 });
    });
  }, [key, homework.made.segments]);
  if (!begun) return null;
  return <Running own={own} homework={homework} close={close} begun={begun} storedAs={key} />;
}

function Running({ own, homework, close, begun, storedAs }: Props & { begun: Standing; storedAs: string }) {
  const [ring, setRing] = useState(begun.ring);
  const now = useTicking(ring, setRing);
  const spent = useSpent(ring, now, begun.spent);
  const player = usePlayer(ring, now, NO_WORDS);
  useWake(isRunning(ring));
  useStored(storedAs, ring, now, spent);
  const change = (next: Ring) => {
    player.changed();
    setRing(next);
  };
  const halt = useRef(() => {});
  halt.current = () => change(pause(ring, instant()));
  const paused = useCallback(() => halt.current(), []);
  useLockedScreen(isRunning(ring), `Homework of ${homework.minutes} minutes`, paused);
  const over = isOver(ring);
  return (
    <div className="night fixed inset-0 z-20 flex flex-col overflow-y-auto bg-night px-4 pt-4 pb-6 text-canvas">
      {over ? (
        <HowHard own={own} homework={homework} seconds={Math.round(spent / 1000)} close={close} storedAs={storedAs} />
      ) : (
        <>
          <p role="timer" aria-label="Left" className="wide font-extrabold text-[26vw] leading-none sm:text-[9rem]">
            {clock(Math.ceil(left(ring, now) / 1000))}
          </p>
          <Now own={own} homework={homework} ring={ring} />
          <div className="mt-auto grid grid-cols-2 gap-2 pt-4">
            <Button
              look="nightMain"
              className="col-span-2 min-h-18 text-xl"
              onClick={() => change(isRunning(ring) ? pause(ring, instant()) : resume(ring, instant()))}
            >
              {isRunning(ring) ? "Pause" : spent > 0 ? "Go on" : "Begin"}
            </Button>
            <Button look="night" onClick={() => change(skip(ring, instant()))}>
              Skip
            </Button>
            <Button look="night" onClick={() => (spent > 0 ? change(finish(ring, instant())) : close())}>
              {spent > 0 ? "End here" : "Not now"}
            </Button>
          </div>
        </>
      )}
    </div>
  );
}

/** Ms that it has run: ticks that come late (the phone slept) are not training. */
function useSpent(ring: Ring, now: number, before: number) {
  const kept = useRef({ spent: before, last: now });
  const by = now - kept.current.last;
  if (by !== 0) {
    if (isRunning(ring) && by > 0 && by < SLEPT) kept.current.spent += by;
    kept.current.last = now;
  }
  return kept.current.spent;
}

function useStored(key: string, ring: Ring, now: number, spent: number) {
  const last = useRef({ at: 0, ring });
  useEffect(() => {
    if (ring === last.current.ring && now - last.current.at < BEAT) return;
    last.current = { at: now, ring };
    const { at, elapsed } = pause(ring, now);
    void keepFor(key, { at, elapsed, spent } satisfies Stored);
  }, [key, ring, now, spent]);
}

type NowProps = { own: OwnPage; homework: Homework; ring: Ring };

function Now({ own, homework, ring }: NowProps) {
  const { made } = homework;
  const segment = ring.segments[ring.at];
  const round = segment && made.rounds[segment.round];
  if (!segment || !round) return null;
  const resting = segment.kind !== "work";
  const following = ring.segments.slice(ring.at + 1).find(({ kind }) => kind === "work");
  const next = following && made.rounds[following.round];
  const combination = round.shown ? made.combinations[round.shown] : undefined;
  const exercise = round.exercise ? made.exercises[round.exercise] : undefined;
  return (
    <>
      <p className="font-bold text-brass-bright text-xl">
        {resting ? "Rest" : combination ? RUNG_NAMES[round.rung]?.name : BLOCKS[round.block]}
      </p>
      <h3 className="wide font-extrabold text-3xl">{resting && next ? `Next: ${next.title}` : round.title}</h3>
      {combination && (
        <>
          <p className="mt-1 mb-2 text-xl">{combination.spoken}</p>
          <Wrap actions={combination.actions} setTime={combination.set_time} spoken={combination.spoken} size="strip" />
          <OwnFigure own={own} combination={combination} />
          {round.on === "hanging-bag" && <p className="mt-2">Wraps and gloves on. Wrist in line with the forearm.</p>}
        </>
      )}
      {exercise && (
        <div className="mt-3 flex items-center gap-5">
          <Body figures={exercise.figures} name={exercise.plain} className="h-36" light />
          <p className="text-xl">{exercise.cues.join(" ")}</p>
        </div>
      )}
      {next && !resting && <p className="mt-3 text-lg text-night-soft">Next: {next.title}</p>}
    </>
  );
}

type HowHardProps = Props & { seconds: number; storedAs: string };

function HowHard({ own, homework, seconds, close, storedAs }: HowHardProps) {
  return (
    <div className="text-ink [&_p]:text-canvas">
      <h3 className="wide font-extrabold text-3xl text-canvas">How hard was it?</h3>
      <p className="mt-1 mb-4 text-xl">
        All of it together: {clock(seconds)} of {clock(homework.made.seconds)}.
      </p>
      <EffortScale
        name="it"
        choose={(effort) => {
          const path = `/api/corner/homeworks/${homework.id}/done`;
          const body = { effort_id: idOf(`${homework.id} done`), seconds, effort, at: dated() };
          void own.tell({
            id: path,
            way: "PUT",
            path,
            body,
            said: `homework of ${homework.minutes} minutes, effort ${effort}`,
          });
          void keepFor(storedAs, undefined);
          close();
        }}
      />
      <Button look="night" className="mt-4" onClick={close}>
        Later
      </Button>
    </div>
  );
}
