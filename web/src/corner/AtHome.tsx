import { lazy, Suspense, useEffect, useState } from "react";
import { EFFORT_WORDS, HOME_ROOMS, HOME_THINGS } from "../api/known";
import { newId } from "../kit/ids";
import { keepFor, recallKept } from "../kit/kept";
import { Trouble } from "../kit/parts";
import { Tick } from "../kit/Tick";
import { clock, shortDate } from "../kit/time";
import { count, list } from "../kit/words";
import type { OwnPage, Page } from "./box";
import { figureOf, type Home, type Homework, makeHomework } from "./own";
import { Button, Card, Choice, Part } from "./parts";

const Run = lazy(() => import("./Run"));

type Props = { own: OwnPage; page: Page };

const LENGTHS = [10, 15, 20, 30]; // minutes
const ROOMS: Record<(typeof HOME_ROOMS)[number], string> = {
  spot: "an arm’s length round me",
  mat: "a mat to lie on",
  lane: "a few steps each way",
};
const THINGS: Record<(typeof HOME_THINGS)[number], string> = {
  mirror: "a mirror",
  bag: "a bag",
  gloves: "gloves and wraps",
  rope: "a skipping rope",
  bench: "a bench or a step",
  weights: "light weights",
};
const FIRST: Home & { minutes: number } = { have: [], room: "mat", quiet: true, minutes: 15 };

/** A class alone: asked for by what there is, made by the club, and run here. */
export default function AtHome({ own, page }: Props) {
  const [running, setRunning] = useState<Homework>();
  const [fresh, setFresh] = useState<Homework>();
  const open = page.homeworks.filter((each) => !told(own, each));
  // Of their own the last one stands.
  const mine = fresh && !told(own, fresh) ? [fresh, ...open.filter((each) => each.coach)] : open;
  const { done } = page;
  if (running) {
    return (
      <Suspense fallback={<p className="text-lg">One moment …</p>}>
        <Run own={own} homework={running} close={() => setRunning(undefined)} />
      </Suspense>
    );
  }
  return (
    <>
      {mine.map((homework) => (
        <Part key={homework.id} title={`${count(homework.minutes, "minute")}, made ${shortDate(homework.on)}`}>
          <Made homework={homework} start={() => setRunning(homework)} />
        </Part>
      ))}
      <Part title={mine.length > 0 ? "Another one" : "A class alone"}>
        <Wanted own={own} page={page} made={setFresh} />
      </Part>
      {done.length > 0 && (
        <Part title="Done">
          <ul className="grid gap-1 text-lg">
            {done.map((homework) => (
              <li key={homework.id}>
                {shortDate(homework.on)}: {Math.round(homework.done_s / 60)} of {homework.minutes} min,{" "}
                {EFFORT_WORDS[Math.round(homework.effort)]}
              </li>
            ))}
          </ul>
        </Part>
      )}
    </>
  );
}

const told = (own: OwnPage, homework: Homework) =>
  own.waiting.some((each) => each.path === `/api/corner/homeworks/${homework.id}/done`);

function Made({ homework, start }: { homework: Homework; start: () => void }) {
  const { made } = homework;
  const drilled = made.rounds.filter((round) => round.shown);
  return (
    <Card>
      {homework.coach && (
        <p className="font-bold">
          From {homework.coach}
          {homework.due_on && `, until ${shortDate(homework.due_on)}`}
        </p>
      )}
      {made.shorter && <p className="font-bold">Shorter than {made.shorter} minutes: your week is nearly full.</p>}
      <ul className="grid gap-1">
        {[...new Map(drilled.map((round) => [round.title, round])).values()].map((round) => (
          <li key={round.title}>
            <strong>{round.title}</strong> <span className="text-ink-soft">{round.why}</span>
          </li>
        ))}
      </ul>
      {made.left_out.length > 0 && (
        <p className="mt-2 text-ink-soft">
          Left out: {list(made.left_out.map(({ name, why }) => `${name} (${why})`))}.
        </p>
      )}
      {made.cautions.length > 0 && <p className="mt-2">{made.cautions.join(" ")}</p>}
      <p className="mt-2">Stop when something hurts or your form goes. Water beside you.</p>
      <Button look="main" className="mt-4" onClick={start}>
        Begin · {clock(made.seconds)}
      </Button>
    </Card>
  );
}

function Wanted({ own, page, made }: Props & { made: (homework: Homework) => void }) {
  const [wanted, setWanted] = useState(FIRST);
  const [id, setId] = useState(newId);
  const [busy, setBusy] = useState(false);
  const [error, setError] = useState<unknown>();
  const key = `corner:home:${page.id}`;
  useEffect(() => {
    void recallKept<typeof FIRST>(key).then((kept) => kept && setWanted(kept));
  }, [key]);
  const change = (what: Partial<typeof FIRST>) => {
    const next = { ...wanted, ...what };
    setWanted(next);
    setId(newId());
    void keepFor(key, next);
  };
  const make = async () => {
    setBusy(true);
    setError(undefined);
    try {
      const { minutes, ...home } = wanted;
      const homework = await makeHomework(own, { id, minutes, home });
      setId(newId());
      made(homework);
      window.scrollTo(0, 0);
      // Kept on the phone now, so that it runs without a network.
      for (const { notation } of Object.values(homework.made.combinations)) void figureOf(own, notation);
      void own.look();
    } catch (refused) {
      setError(refused);
    }
    setBusy(false);
  };
  return (
    <div className="grid gap-4">
      <Choices label="How long?">
        {LENGTHS.map((minutes) => (
          <Choice key={minutes} chosen={wanted.minutes === minutes} onClick={() => change({ minutes })}>
            {minutes} min
          </Choice>
        ))}
      </Choices>
      <fieldset className="grid gap-2">
        <legend className="mb-1 font-bold text-lg">What do you have?</legend>
        {HOME_THINGS.map((thing) => (
          <Big key={thing}>
            <Tick
              label={THINGS[thing]}
              on={wanted.have.includes(thing)}
              set={(on) =>
                change({ have: on ? [...wanted.have, thing] : wanted.have.filter((each) => each !== thing) })
              }
            />
          </Big>
        ))}
        <Big>
          <Tick label="neighbours below: no jumps, nothing loud" on={wanted.quiet} set={(quiet) => change({ quiet })} />
        </Big>
      </fieldset>
      <Choices label="How much room?" one>
        {HOME_ROOMS.map((room) => (
          <Choice key={room} chosen={wanted.room === room} onClick={() => change({ room })}>
            {ROOMS[room]}
          </Choice>
        ))}
      </Choices>
      {error !== undefined && <Trouble error={error} />}
      <Button look="main" disabled={busy} onClick={() => void make()}>
        {busy ? "One moment …" : "Make it"}
      </Button>
    </div>
  );
}

const Big = ({ children }: { children: React.ReactNode }) => (
  <div className="flex min-h-12 items-center rounded-xl border-[1.5px] border-seam bg-chalk px-4 [&_input]:size-6 [&_label]:w-full [&_label]:gap-4 [&_label]:text-lg">
    {children}
  </div>
);

function Choices({ label, one = false, children }: { label: string; one?: boolean; children: React.ReactNode }) {
  return (
    <fieldset>
      <legend className="mb-1 font-bold text-lg">{label}</legend>
      <div className={`grid gap-2 ${one ? "" : "grid-cols-4"}`}>{children}</div>
    </fieldset>
  );
}
