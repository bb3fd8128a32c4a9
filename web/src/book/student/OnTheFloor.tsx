import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, data, type Schemas } from "../../api/client";
import { EFFORT_WORDS } from "../../api/known";
import { said } from "../../floor/Reviews";
import { Choice } from "../../kit/Choice";
import { dated } from "../../kit/clock";
import { newId } from "../../kit/ids";
import { Empty, Trouble } from "../../kit/parts";
import { asks } from "../../kit/queries";
import { shortDate } from "../../kit/time";
import { count } from "../../kit/words";
import { useBookStale } from "../useBookStale";

/** The last classes of a student, with what was written down in each: partners, where sets broke, notes, knocks. */
export function OnTheFloor({ student }: { student: string }) {
  const classes = useQuery(asks.studentClasses(student));
  const reviews = useQuery(asks.studentReviews(student));
  return (
    <section aria-label="On the floor" className="rounded-2xl border-[1.5px] border-seam bg-chalk p-4 text-sm">
      <h2 className="wide mb-2 font-extrabold text-lg">On the floor</h2>
      {classes.error && <Trouble error={classes.error} />}
      {classes.data?.length === 0 && <Empty title="No class yet">Check them in at the door of a class.</Empty>}
      <ul className="divide-y divide-seam">
        {classes.data?.map((each) => (
          <li key={each.class_id} className="py-1.5">
            <p>
              <strong>{shortDate(each.on)}</strong> {each.title}
              {each.partners.length > 0 && <span className="text-ink-soft">, with {each.partners.join(" and ")}</span>}
              {each.effort ? (
                <span className="text-ink-soft">
                  {" "}
                  · {each.effort.minutes} min, effort {each.effort.effort}
                  {each.effort.estimated && ", estimated"}
                </span>
              ) : (
                each.minutes !== null && <span className="text-ink-soft"> · {each.minutes} min</span>
              )}
            </p>
            {each.over && !each.effort && <Ask student={student} missed={each} />}
            {each.broke.map((where) => (
              <p key={`${where.name} ${where.at}`}>
                {where.name}: lost it after the {where.after}
                {where.times > 1 && `, ${where.times} times`}
              </p>
            ))}
            <Felt reviews={reviews.data?.filter((review) => review.class_id === each.class_id) ?? []} />
            {each.notes.map((note) => (
              <p key={note} className="border-brass border-l-4 pl-2.5">
                {note}
              </p>
            ))}
            {each.knocks.map((knock) => (
              <p
                key={`${knock.matter} ${knock.text}`}
                className="border-rear border-l-4 pl-2.5 font-semibold text-rear"
              >
                {knock.matter}
                {knock.text && `: ${knock.text}`}
              </p>
            ))}
          </li>
        ))}
      </ul>
    </section>
  );
}

type Row = { class_id: string; on: string; minutes: number | null };

/** An effort that nobody has told yet, asked for afterwards: for the minutes they were there. */
function Ask({ student, missed }: { student: string; missed: Row }) {
  const stale = useBookStale();
  const [estimated, setEstimated] = useState(false);
  const [minutes, setMinutes] = useState(String(missed.minutes || 60));
  const whole = Number(minutes);
  const sound = /^\d+$/.test(minutes) && whole >= 1 && whole <= 360;
  const tell = useMutation({
    mutationFn: (effort: number) =>
      data(
        api.POST("/api/floor/classes/{id}/facts", {
          params: { path: { id: missed.class_id } },
          body: {
            efforts: [
              { id: newId(), student_id: student, on: missed.on, effort, minutes: whole, estimated, at: dated() },
            ],
          },
        }),
      ),
    onSuccess: () => stale(),
  });
  return (
    <div className="mt-1 rounded-lg bg-canvas px-2 py-1.5">
      <p className="flex flex-wrap items-center gap-x-2 font-semibold">
        How hard was it, for
        <input
          aria-label={`Minutes on ${shortDate(missed.on)}`}
          inputMode="numeric"
          value={minutes}
          onChange={(event) => setMinutes(event.target.value)}
          className={`w-12 rounded-md border-[1.5px] bg-chalk px-1 text-right ${sound ? "border-seam" : "border-rear"}`}
        />
        minutes?
      </p>
      <Choice
        label={`Effort on ${shortDate(missed.on)}`}
        options={EFFORT_WORDS.map((word, effort) => ({ value: effort, shown: effort, label: `${effort}, ${word}` }))}
        value={null}
        choose={(effort) => sound && !tell.isPending && tell.mutate(effort)}
        className="mt-1 grid grid-cols-11 gap-1"
        look={() => "min-h-9 rounded-md border-[1.5px] border-seam bg-chalk font-bold hover:border-ink"}
      />
      <label className="mt-1 flex items-center gap-2 text-xs">
        <input type="checkbox" checked={estimated} onChange={(event) => setEstimated(event.target.checked)} />
        the coach's estimate, not the student's own word
      </label>
      {tell.error && <Trouble error={tell.error} />}
    </div>
  );
}

/** What sensors felt, round by round. */
function Felt({ reviews }: { reviews: Schemas["Reviewed"][] }) {
  if (reviews.length === 0) return null;
  return (
    <details>
      <summary className="cursor-pointer">What sensors felt, in {count(reviews.length, "round")}</summary>
      <ul className="text-xs">
        {reviews.map((review) => (
          <li key={`${review.round} ${review.kind}`}>
            <strong>{review.title}:</strong> {said(review)}
          </li>
        ))}
      </ul>
    </details>
  );
}
