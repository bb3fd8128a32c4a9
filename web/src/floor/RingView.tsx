import { useState } from "react";
import type { OpenClass } from "../api/client";
import { dated, now as instant } from "../kit/clock";
import type { ClassBox } from "../kit/device";
import { idOf } from "../kit/ids";
import { usePhone } from "../kit/media";
import { useKeysOf } from "../kit/placeKeys";
import { useClub } from "../kit/session";
import { useStored } from "../kit/stored";
import { timeOfDay } from "../kit/time";
import { WhyUnsent } from "../kit/WhyUnsent";
import { Clock, Heard, NextUp, NowOn } from "./ClockFace";
import { DemoSign } from "./DemoSign";
import { groupsOf, toStool, whoAreHere } from "./hall";
import { KnockSheet } from "./KnockSheet";
import { LateSheet } from "./LateSheet";
import { LoudSheet } from "./LoudSheet";
import { deviceId } from "./lead";
import { MarkStrip } from "./MarkStrip";
import { NoteSheet } from "./NoteSheet";
import type { Props } from "./part";
import { RingControls } from "./RingControls";
import {
  calledLast,
  caughtUp,
  finish,
  isFresh,
  isOver,
  isRunning,
  lengthen,
  pause,
  type Ring,
  refit,
  remaining,
  repeat,
  resume,
  shownLast,
  skip,
} from "./ring";
import { usePassing, usePlayer, useTicking, useWake } from "./running";
import { SensorSheet } from "./SensorSheet";
import { type Listening, useSensor } from "./sensors";
import { Tally } from "./Tally";
import { Together } from "./Together";

/** The ring: a clock readable across a hall, what is on now and next, and the marks of the students. */
export function RingView({ opened, hall, change, outbox }: Props) {
  const now = useTicking(hall.ring, (next) => change((before) => ({ ...before, ring: next })));
  const { ring } = hall;
  const { loud, setLoud, changed, bell } = usePlayer(ring, now, opened.own_words);
  const phone = usePhone();
  const [ahead, setAhead] = useStored("floor:ahead", false);
  const [sheet, setSheet] = useState<"sound" | "note" | "knock" | "sensor" | "late">();
  const [listening, listen] = useState<Listening>();
  const heard = useSensor(opened.id, listening, ring, now, outbox.put);
  useWake(isRunning(ring));
  useCalls(opened, ring, now, outbox);
  const act = (next: (ring: Ring, now: number) => Ring) => () => {
    changed();
    change((before) => ({ ...before, ring: next(caughtUp(before.ring, instant()), instant()) }));
  };
  const toggle = act(isRunning(ring) ? pause : resume);
  const takeBack = () => {
    const last = hall.taps.at(-1);
    if (!last) return;
    outbox.put({ table: "taken_back", fact: last.id });
    change((before) => ({ ...before, taps: before.taps.filter((tap) => tap.id !== last.id) }));
  };
  const toTheStool = () => {
    changed();
    if (isRunning(ring)) bell("bell_end");
    change((before) => {
      const { ring } = before;
      return toStool({ ...before, ring: isOver(ring) || isFresh(ring) ? ring : finish(ring, instant()) }, instant());
    });
  };
  const toDoor = () => change((before) => ({ ...before, moment: "door" }));
  useKeysOf("The ring", [
    { keys: " ", does: "start, pause, go on", run: toggle },
    { keys: "ArrowRight", does: "skip", run: act(skip) },
    { keys: "r", does: "this round again", run: act(repeat) },
    { keys: "+", does: "30 s more", run: act((it, at) => lengthen(it, 30_000, at)) },
    { keys: "-", does: "30 s less", run: act((it, at) => lengthen(it, -30_000, at)) },
    { keys: "z", does: "take back the last mark", run: takeBack },
    { keys: "v", does: "show or hide the next call", run: () => setAhead(!ahead) },
    { keys: "w", does: "write a note", run: () => setSheet("note") },
    { keys: "k", does: "write down a knock or an injury", run: () => setSheet("knock") },
    { keys: "l", does: "listen to a sensor", run: () => setSheet("sensor") },
    { keys: "t", does: "running late: make the rest fit", run: () => setSheet("late") },
    { keys: "s", does: "sound and voice", run: () => setSheet("sound") },
    { keys: "d", does: "to the door", run: toDoor },
  ]);
  const segment = ring.segments[Math.min(ring.at, ring.segments.length - 1)];
  const round = segment && opened.rounds[segment.round];
  const keys = (
    <>
      <TopKey press={() => setSheet("late")}>Late</TopKey>
      <TopKey press={() => setSheet("note")}>Note</TopKey>
      <TopKey press={() => setSheet("knock")}>Knock</TopKey>
      <TopKey press={() => setSheet("sensor")}>
        {listening ? (heard?.lost ? "Sensor lost" : `Sensor ${heard?.samples ?? 0}`) : "Sensor"}
      </TopKey>
      <TopKey press={() => setSheet("sound")}>
        {loud.volume === 0 ? "Sound off" : loud.voice ? "Sound" : "Bell only"}
      </TopKey>
    </>
  );
  return (
    <main
      className={`night flex flex-col bg-night text-canvas ${phone ? "h-dvh gap-1.5 px-2.5 py-2" : "min-h-dvh gap-3 px-4 py-3 sm:px-8"}`}
    >
      <Top opened={opened} ring={ring} now={now} outbox={outbox}>
        {!phone && keys}
      </Top>
      <div
        className={
          phone
            ? "flex min-h-0 flex-1 flex-col gap-1.5"
            : "grid flex-1 content-start gap-x-10 gap-y-3 lg:grid-cols-[minmax(0,1fr)_400px]"
        }
      >
        <section aria-label="Now" className="min-w-0">
          <Clock ring={ring} now={now} />
          <Heard ring={ring} now={now} ahead={ahead} />
          <NowOn opened={opened} ring={ring} now={now} />
          <Together opened={opened} ring={ring} now={now} groups={groupsOf(hall)} look={phone ? "line" : undefined} />
          {round?.trade?.tallied && (
            <Tally opened={opened} hall={hall} change={change} outbox={outbox} round={segment?.round ?? 0} />
          )}
          <NextUp opened={opened} ring={ring} />
        </section>
        <MarkStrip
          opened={opened}
          hall={hall}
          round={round}
          called={calledLast(ring, now)}
          shown={shownLast(ring, now)}
          change={change}
          takeBack={takeBack}
          outbox={outbox}
        />
      </div>
      <RingControls ring={ring} toggle={toggle} act={act} finish={toTheStool} door={toDoor}>
        {keys}
      </RingControls>
      <LoudSheet
        open={sheet === "sound"}
        close={() => setSheet(undefined)}
        loud={loud}
        setLoud={setLoud}
        ahead={ahead}
        setAhead={setAhead}
      />
      <LateSheet
        open={sheet === "late"}
        close={() => setSheet(undefined)}
        opened={opened}
        ring={ring}
        now={now}
        fit={(added) => act((it) => refit(it, added))()}
      />
      <KnockSheet
        open={sheet === "knock"}
        close={() => setSheet(undefined)}
        opened={opened}
        hall={hall}
        students={whoAreHere(opened, hall)}
        change={change}
        outbox={outbox}
      />
      <SensorSheet
        open={sheet === "sensor"}
        close={() => setSheet(undefined)}
        opened={opened}
        hall={hall}
        listening={listening}
        heard={heard}
        listen={listen}
      />
      <NoteSheet
        open={sheet === "note"}
        close={() => setSheet(undefined)}
        opened={opened}
        hall={hall}
        outbox={outbox}
      />
    </main>
  );
}

/** Each call that is made becomes a fact. */
function useCalls(opened: OpenClass, ring: Ring, now: number, outbox: ClassBox) {
  usePassing(ring, now, ({ cue, at, segment }) => {
    if (cue.kind !== "call" || !cue.combination_id) return;
    const round = ring.segments[segment]?.round ?? 0;
    const id = idOf(`${opened.id} ${deviceId()} call ${Math.round(at)}`);
    outbox.put({
      table: "calls",
      fact: { id, round, combination_id: cue.combination_id, at: dated(at) },
    });
  });
}

type TopProps = { opened: OpenClass; ring: Ring; now: number; outbox: ClassBox; children: React.ReactNode };

function Top({ opened, ring, now, outbox, children }: TopProps) {
  const club = useClub();
  const rounds = new Set(opened.segments.map((segment) => segment.round)).size;
  const segment = ring.segments[Math.min(ring.at, ring.segments.length - 1)];
  const zone = club.time_zone;
  const endsAt = dated(now + remaining(ring, now));
  return (
    <div className="flex flex-wrap items-center justify-between gap-x-6 gap-y-1">
      <p className="font-bold text-lg">
        Round {(segment?.round ?? 0) + 1} of {rounds} · {segment && opened.rounds[segment.round]?.block}
      </p>
      <div className="flex flex-wrap items-center gap-3 text-night-soft">
        <DemoSign />
        {outbox.size > 0 && <span className="text-sm">{outbox.size} to send</span>}
        <span>
          {timeOfDay(dated(now), zone)} · ends {timeOfDay(endsAt, zone)}
        </span>
        {children}
      </div>
      <WhyUnsent refused={outbox.refused} className="w-full font-semibold text-brass-bright" />
    </div>
  );
}

function TopKey({ press, children }: { press: () => void; children: React.ReactNode }) {
  return (
    <button
      type="button"
      onClick={press}
      className="min-h-11 rounded-full border-2 border-night-line px-4 font-semibold text-canvas"
    >
      {children}
    </button>
  );
}
