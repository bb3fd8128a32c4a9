import { useMutation } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import { Link } from "react-router";
import { api, data, type OpenClass, Refusal, type Student } from "../api/client";
import { HEAD_KNOCK, EFFORT_WORDS as WORDS } from "../api/known";
import { Choice } from "../kit/Choice";
import { dated } from "../kit/clock";
import { outbox as box, type ClassBox } from "../kit/device";
import { Button, Field, Trouble } from "../kit/parts";
import { useStale } from "../kit/queries";
import { useClub } from "../kit/session";
import { clock, dayOf } from "../kit/time";
import type { Props } from "./ClassPlace";
import { type Answer, answered, cutOf, minutesDone, tookPlace } from "./hall";
import { KnockSheet } from "./KnockSheet";
import { Reviews } from "./Reviews";
import { Sending } from "./RingView";
import { isOver } from "./ring";

const NOT_YET = "No connection to the club's server yet. All is kept on this device and is sent once there is one.";

/** The stool: how hard it was for each, minutes really done, what was cut, done. */
export function Stool({ opened, hall, change, outbox }: Props) {
  const club = useClub();
  const stale = useStale();
  const present = opened.students.filter((student) => hall.came.includes(student.id));
  const [knock, setKnock] = useState(false);
  const { answers } = hall;
  const [estimating, setEstimating] = useState(false);
  const took = useMemo(() => tookPlace(opened, hall), [opened, hall]);
  const typed = (id: string) => minutesDone(opened, hall, took, id);
  const minutesOf = (id: string) => read(typed(id));
  const wrong = present.some(({ id }) => minutesOf(id) === undefined && (answers[id] || hall.minutesOf[id]));
  const forAllProblem = hall.minutes === undefined || read(hall.minutes) !== undefined ? undefined : RANGE;
  const finish = useMutation({
    mutationFn: async () => {
      const other = present
        .filter(({ id }) => answers[id] && answers[id].minutes !== minutesOf(id))
        .map(({ id }) => id);
      tell(other, (id) => ({ ...(answers[id] as Answer), minutes: minutesOf(id) as number }));
      if (!(await box.send())) throw box.refusal ?? new Refusal(0, [{ message: NOT_YET }]);
      const body = { ended_at: dated() };
      await data(api.PUT("/api/floor/classes/{id}/ended", { params: { path: { id: opened.id } }, body }));
    },
    onSuccess: () => {
      stale("classHeld");
      change((now) => ({ ...now, moment: "done" }));
    },
  });
  // Each answer is a fact as soon as it is tapped, and another one where it is tapped again.
  const tell = (students: string[], what: (student: string) => Omit<Answer, "id">) => {
    const on = dayOf(opened.starts_at, club.time_zone);
    let next = hall;
    for (const student of students) {
      const [after, facts] = answered(next, student, what(student), on);
      outbox.put(...facts);
      next = after;
    }
    change((before) => ({ ...before, answers: { ...before.answers, ...next.answers } }));
  };
  const choose = (student: string, effort: number) =>
    tell([student], (id) => ({ effort, estimated: estimating, minutes: minutesOf(id) ?? opened.minutes }));
  const forAll = (effort: number) => {
    const open = present.filter(({ id }) => answers[id] === undefined && minutesOf(id) !== undefined);
    tell(
      open.map(({ id }) => id),
      (id) => ({ effort, estimated: true, minutes: minutesOf(id) as number }),
    );
  };
  const putRight = (id: string, text: string) =>
    change((before) => ({ ...before, minutesOf: { ...before.minutesOf, [id]: text } }));
  if (hall.moment === "done") return <Done opened={opened} outbox={outbox} />;
  return (
    <main className="mx-auto max-w-4xl px-4 py-4 pb-28">
      <h1 className="wide mb-1 font-extrabold text-3xl">The stool</h1>
      <p className="mb-4 text-ink-soft">
        {opened.title}: how hard was it, for each? Half an hour after class is the usual time to ask.
      </p>
      <div className="mb-4 grid gap-4 sm:grid-cols-2">
        <Field
          label="Minutes, for all"
          inputMode="numeric"
          value={hall.minutes ?? ""}
          placeholder={took.length > 0 ? "as worked out below" : String(opened.minutes)}
          onChange={({ target }) =>
            change((before) => ({
              ...before,
              minutes: target.value.trim() === "" ? undefined : target.value,
              minutesOf: {},
            }))
          }
          problem={forAllProblem}
          hint={
            took.length > 0
              ? "Each one's are worked out: from the first bell to the last, while they were here, without pauses of more than five minutes."
              : `No bell rang: the card's ${opened.minutes} minutes stand until you put them right.`
          }
        />
        <Cut opened={opened} hall={hall} />
      </div>
      <label className="mb-3 flex items-center gap-2 text-sm">
        <input
          type="checkbox"
          checked={estimating}
          onChange={(event) => setEstimating(event.target.checked)}
          className="size-5"
        />
        These are my estimates, not the students' own words
      </label>
      <div className="mb-4 flex flex-wrap items-center gap-x-4 gap-y-2">
        {present.length > 0 && (
          <>
            <span className="font-semibold text-sm">All alike, my estimate</span>
            <Choice
              label="Effort of everybody not asked yet"
              options={WORDS.map((word, effort) => ({ value: effort, shown: effort, label: `${effort}, ${word}` }))}
              value={null}
              choose={forAll}
              className="flex flex-wrap gap-1"
              look={() => "size-11 rounded-lg border-[1.5px] border-seam font-bold hover:border-ink"}
            />
          </>
        )}
        <Button onClick={() => setKnock(true)} disabled={present.length === 0}>
          A knock or an injury
        </Button>
      </div>
      {hall.knocks.length > 0 && (
        <ul aria-label="Knocks" className="mb-4 rounded-xl border-2 border-rear px-4 py-2">
          {hall.knocks.map((each) => (
            <li key={each.id} className="font-semibold">
              {opened.students.find((student) => student.id === each.student)?.name}: {each.matter}
              {each.matter === HEAD_KNOCK && ", held back from now on"}
            </li>
          ))}
        </ul>
      )}
      {present.length === 0 && <p className="text-ink-soft">Nobody was checked in, so there is nobody to ask.</p>}
      <ul className="grid gap-2">
        {present.map((student) => (
          <EffortRow
            key={student.id}
            student={student}
            answer={answers[student.id]}
            minutes={typed(student.id)}
            problem={minutesOf(student.id) === undefined}
            putRight={(text) => putRight(student.id, text)}
            choose={(effort) => choose(student.id, effort)}
          />
        ))}
      </ul>
      {finish.error && (
        <div className="mt-4">
          <Trouble error={finish.error}>What you entered is kept on this device.</Trouble>
        </div>
      )}
      <Reviews opened={opened} waiting={outbox.size} />
      <KnockSheet
        open={knock}
        close={() => setKnock(false)}
        opened={opened}
        hall={hall}
        students={present}
        change={change}
        outbox={outbox}
      />
      <div className="fixed inset-x-0 bottom-0 border-seam border-t bg-canvas/95 px-4 py-3">
        <div className="mx-auto flex max-w-4xl items-center justify-between gap-4">
          {!isOver(hall.ring) || hall.ring.runs.length === 0 ? (
            <Button onClick={() => change((now) => ({ ...now, moment: "ring" }))}>Back to the ring</Button>
          ) : (
            <span />
          )}
          <Button
            look="main"
            big
            disabled={wrong || forAllProblem !== undefined || finish.isPending}
            onClick={() => finish.mutate()}
          >
            {finish.isPending ? "Writing it down …" : "Done"}
          </Button>
        </div>
      </div>
    </main>
  );
}

const RANGE = "From 1 to 360 minutes.";

/** Minutes as typed; undefined for what is none. */
function read(text: string): number | undefined {
  const minutes = /^\s*\d+\s*$/.test(text) ? Number(text) : Number.NaN;
  return minutes >= 1 && minutes <= 360 ? minutes : undefined;
}

/** What did not ring as it was planned, in rounds and minutes. */
function Cut({ opened, hall }: Pick<Props, "opened" | "hall">) {
  const cut = cutOf(opened, hall);
  const lost = cut.reduce((sum, { work_s, worked_s }) => sum + work_s - worked_s, 0);
  const never = cut.filter(({ worked_s }) => worked_s === 0);
  const short = cut.filter(({ worked_s }) => worked_s > 0);
  return (
    <section aria-label="What was cut" className="text-sm">
      <p className="font-semibold">What was cut</p>
      {cut.length === 0 ? (
        <p className="text-ink-soft">Nothing: all {opened.rounds.length} rounds rang to their end.</p>
      ) : (
        <>
          <p>
            {cut.length} of {opened.rounds.length} rounds, {clock(lost)} of work
          </p>
          {short.length > 0 && (
            <p className="text-ink-soft">
              Cut short:{" "}
              {short
                .map(({ title, worked_s, work_s }) => `${title} (${clock(worked_s)} of ${clock(work_s)})`)
                .join(", ")}
            </p>
          )}
          {never.length > 0 && (
            <p className="text-ink-soft">Never begun: {never.map(({ title }) => title).join(", ")}</p>
          )}
        </>
      )}
    </section>
  );
}

type RowProps = {
  student: Student;
  answer?: Answer;
  minutes: string;
  problem: boolean;
  putRight: (text: string) => void;
  choose: (effort: number) => void;
};

function EffortRow({ student, answer, minutes, problem, putRight, choose }: RowProps) {
  return (
    <li className="grid items-center gap-x-4 gap-y-1 rounded-xl border-[1.5px] border-seam bg-chalk px-4 py-2 sm:grid-cols-[190px_1fr]">
      <div>
        <p className="font-bold">{student.name}</p>
        <p className="flex items-center gap-1.5 text-ink-soft text-sm">
          <input
            aria-label={`Minutes of ${student.name}`}
            aria-invalid={problem || undefined}
            inputMode="numeric"
            value={minutes}
            onChange={({ target }) => putRight(target.value)}
            className={`min-h-9 w-13 rounded-lg border-[1.5px] bg-canvas px-1.5 text-right font-bold text-ink ${problem ? "border-rear" : "border-seam"}`}
          />
          min ·{" "}
          {minutes === "0"
            ? "not here while it rang"
            : problem
              ? "from 1 to 360"
              : answer === undefined
                ? "not asked yet"
                : `${WORDS[answer.effort]}${answer.estimated ? ", estimated" : ""}`}
        </p>
      </div>
      <Choice
        label={`Effort of ${student.name}`}
        options={WORDS.map((word, effort) => ({ value: effort, shown: effort, label: `${effort}, ${word}` }))}
        value={answer?.effort ?? null}
        choose={(effort) => !problem && choose(effort)}
        className="grid grid-cols-11 gap-1"
        look={(chosen) =>
          `min-h-11 rounded-lg border-[1.5px] font-bold ${problem ? "opacity-50" : ""} ${chosen ? "border-brass bg-brass text-chalk" : "border-seam hover:border-ink"}`
        }
      />
    </li>
  );
}

function Done({ opened, outbox }: { opened: OpenClass; outbox: ClassBox }) {
  return (
    <main className="mx-auto max-w-2xl px-4 py-16 text-center">
      <img src="/bell.svg" alt="" className="mx-auto mb-4 h-24" />
      <h1 className="wide mb-2 font-extrabold text-3xl">{opened.title} is done</h1>
      <p className="mb-6 text-ink-soft">Everything you tapped is in the Book.</p>
      <p className="mb-4">
        <Sending outbox={outbox} />
      </p>
      <div className="flex justify-center gap-3">
        <Link to="/book" className="rounded-full bg-brass px-6 py-3 font-bold text-chalk">
          Open the Book
        </Link>
        <Link to="/floor" className="rounded-full border-[1.5px] border-ink px-6 py-3 font-bold">
          Back to the Floor
        </Link>
      </div>
    </main>
  );
}
