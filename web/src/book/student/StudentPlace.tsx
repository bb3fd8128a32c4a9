import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "react-router";
import { Trouble, Waiting } from "../../kit/parts";
import { asks } from "../../kit/queries";
import { useMayPlan } from "../../kit/session";
import { dayAndMonth } from "../../kit/time";
import { NextOfOne } from "../NextItems";
import { Pointers } from "../Pointers";
import { Efforts } from "./Efforts";
import { Figures } from "./Figures";
import { Holds } from "./Holds";
import { LoadChart } from "./LoadChart";
import { Mastered } from "./Mastered";
import { OnFile } from "./OnFile";
import { OnTheFloor } from "./OnTheFloor";
import { OwnPage } from "./OwnPage";
import { PlaceInTheClub } from "./Place";
import { Privacy } from "./Privacy";
import { Spans } from "./Spans";
import { Timeline } from "./Timeline";
import { WeakLinks } from "./WeakLinks";
import { Work } from "./Work";

/** One student over weeks: what is worth a word, load with its figures, what is owned and what fades, what to do next. */
export default function StudentPlace() {
  const { id } = useParams();
  const mayPlan = useMayPlan();
  const page = useQuery(asks.student(id as string));
  if (page.isPending) return <Waiting what="the student" />;
  if (page.error) return <Trouble error={page.error} />;
  const { student } = page.data;
  return (
    <>
      <p className="no-print text-sm">
        <Link to={`/book?group=${student.group_id}`} className="font-semibold underline">
          Book
        </Link>{" "}
        · {student.group_name}
      </p>
      <div className="mb-3 flex flex-wrap items-end justify-between gap-x-4">
        <h1 className="wide font-extrabold text-3xl">
          {student.name}{" "}
          <span className="font-normal text-base text-ink-soft">
            {student.level}, {student.stance}
            {student.trains_elsewhere && ", also trains elsewhere"}
            {student.left_on && `, left on ${dayAndMonth(student.left_on)}`}
          </span>
        </h1>
        <a
          href={`/api/book/students/${student.id}/report.pdf`}
          download
          className="no-print font-semibold text-sm underline"
        >
          Report for the student (PDF)
        </a>
      </div>
      <div className="grid gap-4 lg:grid-cols-[minmax(0,1.35fr)_minmax(0,1fr)]">
        <div className="grid min-w-0 content-start gap-4">
          {page.data.pointers.length > 0 && (
            <section aria-label="Worth a word" className="rounded-2xl border-[1.5px] border-seam bg-chalk p-4">
              <h2 className="wide mb-1 font-extrabold text-lg">Worth a word</h2>
              <Pointers pointers={page.data.pointers} />
            </section>
          )}
          <section aria-label="Load" className="rounded-2xl border-[1.5px] border-seam bg-chalk p-4">
            <h2 className="wide mb-1 font-extrabold text-lg">Load, week by week</h2>
            <p className="mb-2 text-ink-soft text-sm">
              Effort × minutes. {page.data.days_known} of the last 28 days known
              {page.data.estimated > 0 && `, ${page.data.estimated} by the coach's estimate`}.
            </p>
            <Timeline weeks={page.data.timeline} />
            <LoadChart days={page.data.days} />
          </section>
          <Figures figures={page.data.figures} />
          <Work student={student.id} />
          <Spans student={student.id} />
          <OnTheFloor student={student.id} />
          <Efforts page={page.data} />
        </div>
        <div className="grid min-w-0 content-start gap-4">
          <Holds student={student.id} />
          <section aria-label="Next class" className="rounded-2xl border-[1.5px] border-seam bg-chalk p-4">
            <h2 className="wide mb-2 font-extrabold text-lg">What to do next</h2>
            <NextOfOne items={page.data.next} card={page.data.coming?.card_id} />
          </section>
          <WeakLinks page={page.data} />
          <Mastered page={page.data} />
          <PlaceInTheClub student={student.id} />
          {mayPlan && !student.left_on && <OwnPage student={student.id} name={student.name} />}
          {mayPlan && <OnFile student={student.id} name={student.name} />}
          {mayPlan && <Privacy student={student.id} name={student.name} />}
        </div>
      </div>
    </>
  );
}
