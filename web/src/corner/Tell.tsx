import { useState } from "react";
import { HEAD_KNOCK, LIMITS } from "../api/known";
import { daysFrom } from "../kit/dates";
import { Field, within } from "../kit/parts";
import { shortDate } from "../kit/time";
import type { OwnPage, Page } from "./box";
import { EffortScale } from "./EffortScale";
import { tellNew } from "./own";
import { Button, Card, Choice, Part, Words } from "./parts";

type Props = { own: OwnPage; page: Page };
const BACK = 6; // days that can be told of with a tap

/** What they did elsewhere, a day of rest, and what hurts. */
export default function Tell({ own, page }: Props) {
  return (
    <>
      <Part title="Something hurts">
        <Hurt own={own} page={page} />
      </Part>
      <Part title="Trained elsewhere, or rested">
        <Elsewhere own={own} page={page} />
      </Part>
    </>
  );
}

function Hurt({ own, page }: Props) {
  const [matter, setMatter] = useState<string>();
  const [text, setText] = useState("");
  const [told, setTold] = useState<string>();
  if (told) {
    return (
      <Card>
        <p role="status" className="font-bold">
          {page.guardian ? `${page.first_name} is` : "You are"} held back from now on ({told}); your coaches see it on
          their next screen.
        </p>
        {told === HEAD_KNOCK && <RedFlags page={page} />}
        <Button small className="mt-3" onClick={() => setTold(undefined)}>
          Something else
        </Button>
      </Card>
    );
  }
  return (
    <div className="grid gap-3">
      <RedFlags page={page} />
      <fieldset aria-label="What is it?" className="grid grid-cols-2 gap-2">
        {page.matters.map((each) => (
          <Choice key={each} chosen={matter === each} onClick={() => setMatter(each)}>
            {each}
          </Choice>
        ))}
      </fieldset>
      {matter && (
        <>
          <Words label="What happened? Only your coaches read it." value={text} set={setText} />
          <Button
            look="main"
            onClick={() => {
              tellNew(own, "/api/corner/hurts", { matter, text }, matter);
              setTold(matter);
              setMatter(undefined);
              setText("");
            }}
          >
            Tell my coaches
          </Button>
        </>
      )}
    </div>
  );
}

function RedFlags({ page }: { page: Page }) {
  return (
    <div className="rounded-2xl border-2 border-rear bg-chalk p-4">
      <p className="font-bold text-rear">
        After a knock to the head, with any of these: call for emergency care now, not for us.
      </p>
      <p>{page.red_flags.join(", ")}.</p>
      {page.club.first_aid.length > 0 && <p className="mt-2">{page.club.first_aid.join(" · ")}</p>}
      <p className="mt-2 text-ink-soft">We are coaches: a clinician decides what is wrong and when you train again.</p>
    </div>
  );
}

function Elsewhere({ own, page }: Props) {
  const [on, setOn] = useState(page.today);
  const [what, setWhat] = useState("");
  const [minutes, setMinutes] = useState("");
  const [asked, setAsked] = useState(false);
  const days = Array.from({ length: BACK + 1 }, (_, i) => daysFrom(page.today, -i));
  const tell = (effort: number, minutes: number, title: string) => {
    tellNew(own, "/api/corner/sessions", { on, effort, minutes, title }, `${title}, ${shortDate(on)}`);
    setAsked(false);
    setWhat("");
    setMinutes("");
  };
  return (
    <div className="grid gap-3">
      <label className="grid gap-1 font-semibold">
        Day
        <select
          value={on}
          onChange={(event) => setOn(event.target.value)}
          className="min-h-12 rounded-lg border-[1.5px] border-seam bg-chalk px-3 text-lg"
        >
          {days.map((day, i) => (
            <option key={day} value={day}>
              {i === 0 ? "today" : i === 1 ? "yesterday" : shortDate(day)}
            </option>
          ))}
        </select>
      </label>
      {asked ? (
        <>
          <p className="font-semibold text-lg">How hard was {what}?</p>
          <EffortScale name={what} choose={(effort) => tell(effort, Number(minutes), what)} />
        </>
      ) : (
        <>
          <Button onClick={() => tell(0, 0, "Rest")}>I rested</Button>
          <form
            className="grid gap-3"
            onSubmit={(event) => {
              event.preventDefault();
              setAsked(true);
            }}
          >
            <Field
              label="What did you do?"
              placeholder="a run, football, another gym"
              required
              maxLength={80}
              value={what}
              onChange={(event) => setWhat(event.target.value)}
            />
            <Field
              label="Minutes"
              inputMode="numeric"
              required
              {...within(LIMITS.minutes)}
              value={minutes}
              onChange={(event) => setMinutes(event.target.value)}
            />
            <Button type="submit">How hard was it? …</Button>
          </form>
        </>
      )}
      {page.sessions.length > 0 && (
        <ul aria-label="Told lately" className="text-ink-soft text-lg">
          {page.sessions.map((session) => (
            <li key={session.id}>
              {shortDate(session.on)}: {session.title}
              {session.minutes > 0 && `, ${session.minutes} min, effort ${session.effort}`}
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
