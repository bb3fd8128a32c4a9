import { useState } from "react";
import { HEAD_KNOCK, LIMITS, EFFORT_WORDS as WORDS } from "../api/known";
import { Choice } from "../kit/Choice";
import { Button, Field, Trouble } from "../kit/parts";
import { WhyUnsent } from "../kit/WhyUnsent";
import { count } from "../kit/words";
import { ClassDone } from "./ClassDone";
import { Cut } from "./Cut";
import { KnockSheet } from "./KnockSheet";
import type { Props } from "./part";
import { Reviews } from "./Reviews";
import { isOver } from "./ring";
import { StoolRow } from "./StoolRow";
import { minutesRead, useStool } from "./useStool";

const RANGE = `From 1 to ${count(LIMITS.minutes[1], "minute")}.`;

/** The stool: how hard it was for each, minutes really done, what was cut, done. */
export function Stool({ opened, hall, change, outbox }: Props) {
  const { present, took, typed, minutesOf, choose, forAll, putRight, finish, wrong } = useStool({
    opened,
    hall,
    change,
    outbox,
  });
  const [knock, setKnock] = useState(false);
  const [estimating, setEstimating] = useState(false);
  const forAllProblem = hall.minutes === undefined || minutesRead(hall.minutes) !== undefined ? undefined : RANGE;
  if (hall.moment === "done") return <ClassDone opened={opened} outbox={outbox} />;
  return (
    <main className="mx-auto max-w-4xl px-4 py-4 pb-28">
      <h1 className="wide mb-1 font-extrabold text-3xl">The stool</h1>
      <p className="mb-4 text-ink-soft">
        {opened.title}: how hard was it, for each? Half an hour after class is the usual time to ask.
      </p>
      <WhyUnsent refused={outbox.refused} />
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
              : `No bell rang: the card's ${count(opened.minutes, "minute")} stand until you put them right.`
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
          <StoolRow
            key={student.id}
            student={student}
            answer={hall.answers[student.id]}
            minutes={typed(student.id)}
            problem={minutesOf(student.id) === undefined}
            putRight={(text) => putRight(student.id, text)}
            choose={(effort) => choose(student.id, effort, estimating)}
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
