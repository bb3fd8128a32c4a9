import { lazy, Suspense, useState } from "react";
import type { Combination } from "../api/client";
import { EFFORT_WORDS } from "../api/known";
import { dated } from "../kit/clock";
import { idOf } from "../kit/ids";
import { dayAndTime, shortDate } from "../kit/time";
import { count, list } from "../kit/words";
import { Wrap } from "../kit/wrap/Wrap";
import type { OwnPage, Page, Told } from "./box";
import { EffortScale } from "./EffortScale";
import { Button, Card, Choice, Part } from "./parts";

const OwnFigure = lazy(() => import("./OwnFigure"));

type Props = { own: OwnPage; page: Page };
const LATE = [5, 10, 15, 30]; // minutes

/** What they are held back from, what comes, and how hard the last one was. */
export function Today({ own, page }: Props) {
  return (
    <>
      {page.holds.length > 0 && (
        <Part title="Held back">
          <div className="grid gap-2">
            {page.holds.map((hold) => (
              <Card key={`${hold.matter} ${hold.blocked}`}>
                <strong>{hold.matter}</strong>: {hold.blocked}
                {hold.to ? ` until ${shortDate(hold.to)}` : ", until your coach says otherwise"}. Ask before you do
                more.
              </Card>
            ))}
          </div>
        </Part>
      )}
      {page.to_tell.map((held) => (
        <HowHard
          key={held.class_id}
          own={own}
          held={held}
          several={page.to_tell.filter(({ title }) => title === held.title).length > 1}
          zone={page.club.time_zone}
          guardian={page.guardian ? page.first_name : undefined}
        />
      ))}
      <Part title="Next">
        {page.coming ? (
          <Coming own={own} page={page} coming={page.coming} />
        ) : (
          <p>No class is in the calendar for you within a week.</p>
        )}
      </Part>
      {page.wellbeing && <HowAreYou own={own} page={page} told={page.wellbeing} />}
    </>
  );
}

const pending = (own: OwnPage, path: string, of: (told: Told) => boolean) =>
  own.waiting.findLast((told) => told.path === path && of(told));

type HeldProps = { own: OwnPage; held: Page["to_tell"][number]; several: boolean; zone: string; guardian?: string };

function HowHard({ own, held, several, zone, guardian }: HeldProps) {
  const waits = pending(own, "/api/corner/efforts", ({ body }) => body.class_id === held.class_id);
  const told = held.told ?? (waits?.body.effort as number | undefined) ?? null;
  const asks = held.again ? "Your coach asks: how hard was" : "How hard was";
  // A page kept from an earlier version has no time.
  const name = several && held.starts_at ? `${held.title} (${dayAndTime(held.starts_at, zone)})` : held.title;
  const asked = guardian ? `${asks} ${name} for ${guardian}?` : `${asks} ${name}?`;
  return (
    <Part title={asked}>
      {told === null ? (
        <>
          <p className="mb-3 text-ink-soft text-lg">
            All of it together, not the hardest round
            {held.minutes ? `; you were there ${count(held.minutes, "minute")}` : ""}.
          </p>
          <EffortScale
            name={name}
            choose={(effort) =>
              void own.tell({
                id: idOf(`${own.token} ${held.class_id}`),
                way: "POST",
                path: "/api/corner/efforts",
                body: {
                  id: idOf(`${own.token} ${held.class_id}`),
                  class_id: held.class_id,
                  effort,
                  at: dated(),
                },
                said: `${name} was ${effort}, ${EFFORT_WORDS[effort]}`,
              })
            }
          />
        </>
      ) : (
        <Card>
          You told <strong>{told}</strong>, {EFFORT_WORDS[Math.round(told)]}. Thank you.
        </Card>
      )}
    </Part>
  );
}

/** The body doing it, for whoever asks. */
function HowTo({ own, combination }: { own: OwnPage; combination: Combination }) {
  const [open, setOpen] = useState(false);
  return (
    <details onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary className="w-fit cursor-pointer py-2.5 font-semibold">How the body does it</summary>
      {open && (
        <Suspense>
          <OwnFigure own={own} combination={combination} />
        </Suspense>
      )}
    </details>
  );
}

const FEELS = {
  sleep: { asks: "How did you sleep?", ends: ["badly", "well"] },
  soreness: { asks: "How sore are you?", ends: ["not at all", "very"] },
  mood: { asks: "How is your mood?", ends: ["low", "good"] },
} as const;
type Feeling = keyof typeof FEELS;
const ONE_TO_FIVE = [1, 2, 3, 4, 5];

/** As they wish, for their coaches to know: no score, and nothing is worked out from it. */
function HowAreYou({ own, page, told }: Props & { told: NonNullable<Page["wellbeing"]> }) {
  const waits = pending(own, "/api/corner/wellbeing", () => true)?.body as typeof told | undefined;
  const said: Record<Feeling, number | null> = { sleep: null, soreness: null, mood: null, ...told, ...waits };
  const tell = (what: Feeling, value: number) => {
    const body = { ...said, [what]: value, at: dated() };
    void own.tell({
      id: `wellbeing ${page.today}`,
      way: "PUT",
      path: "/api/corner/wellbeing",
      body,
      said: "how you are",
    });
  };
  return (
    <Part title="How are you?">
      <p className="mb-2 text-ink-soft">Only if you like. Your coaches read it as a note; it is no diagnosis.</p>
      {(Object.keys(FEELS) as Feeling[]).map((what) => (
        <fieldset key={what} className="mb-3">
          <legend className="mb-1 font-semibold text-lg">{FEELS[what].asks}</legend>
          <div className="grid grid-cols-5 gap-2">
            {ONE_TO_FIVE.map((value) => (
              <Choice
                key={value}
                aria-label={`${value} of 5${value === 1 ? `, ${FEELS[what].ends[0]}` : value === 5 ? `, ${FEELS[what].ends[1]}` : ""}`}
                chosen={said[what] === value}
                onClick={() => tell(what, value)}
              >
                {value}
              </Choice>
            ))}
          </div>
          <p className="flex justify-between text-ink-soft text-sm">
            <span>{FEELS[what].ends[0]}</span>
            <span>{FEELS[what].ends[1]}</span>
          </p>
        </fieldset>
      ))}
    </Part>
  );
}

type ComingProps = { own: OwnPage; page: Page; coming: NonNullable<Page["coming"]> };

function Coming({ own, page, coming }: ComingProps) {
  const [late, setLate] = useState(false);
  const path = `/api/corner/comings/${coming.class_id}`;
  const waits = pending(own, path, () => true)?.body as { word: string; minutes?: number | null } | undefined;
  const said = waits ?? coming.word;
  const tell = (word: string, minutes: number | null, words: string) => {
    setLate(false);
    void own.tell({ id: path, way: "PUT", path, body: { word, minutes, at: dated() }, said: words });
  };
  return (
    <Card>
      <p className="wide font-extrabold text-2xl">{dayAndTime(coming.starts_at, page.club.time_zone)}</p>
      <p>
        {coming.title} · {coming.minutes} min{coming.room ? ` · ${coming.room}` : ""}
      </p>
      {coming.partners.length > 0 && <p className="mt-1">With {list(coming.partners)}.</p>}
      {coming.bring.length > 0 && (
        <p className="mt-2">
          <strong>Bring</strong> {list(coming.bring)}, and water.
        </p>
      )}
      <div className="mt-4 grid gap-2">
        {said && said.word !== "coming" ? (
          <>
            <p role="status" className="font-bold">
              {said.word === "late"
                ? `${page.guardian ? `${page.first_name} comes` : "You come"} ${said.minutes ?? "some"} minutes late.`
                : `${page.guardian ? `${page.first_name} does` : "You do"} not come.`}
            </p>
            <Button onClick={() => tell("coming", null, "in time")}>In time after all</Button>
          </>
        ) : late ? (
          <fieldset aria-label="How late?" className="grid grid-cols-4 gap-2">
            {LATE.map((minutes) => (
              <Button key={minutes} small onClick={() => tell("late", minutes, `I come ${minutes} minutes late`)}>
                {minutes} min
              </Button>
            ))}
          </fieldset>
        ) : (
          <div className="grid grid-cols-2 gap-2">
            <Button onClick={() => setLate(true)}>{page.guardian ? "They are late" : "I am late"}</Button>
            <Button onClick={() => tell("not coming", null, "I do not come")}>Not coming</Button>
          </div>
        )}
      </div>
      {coming.drilled.length > 0 && (
        <>
          <p className="mt-5 mb-1 font-bold">What is drilled</p>
          <ul className="grid gap-3">
            {coming.drilled.map((combination) => (
              <li key={combination.id}>
                <strong>{combination.name}</strong>
                <span className="text-ink-soft"> {combination.spoken}</span>
                <Wrap
                  actions={combination.actions}
                  setTime={combination.set_time}
                  spoken={combination.spoken}
                  size="strip"
                />
                <HowTo own={own} combination={combination} />
              </li>
            ))}
          </ul>
        </>
      )}
    </Card>
  );
}
