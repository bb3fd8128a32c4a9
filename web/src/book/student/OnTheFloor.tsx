import { useQuery } from "@tanstack/react-query";
import type { Schemas } from "../../api/client";
import { said } from "../../floor/Reviews";
import { Empty, Trouble } from "../../kit/parts";
import { asks } from "../../kit/queries";
import { shortDate } from "../../kit/time";

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
            </p>
            {each.broke.map((where) => (
              <p key={`${where.name} ${where.at}`}>
                {where.name}: lost it after action {where.at + 1}
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

/** What sensors felt, round by round. */
function Felt({ reviews }: { reviews: Schemas["Reviewed"][] }) {
  if (reviews.length === 0) return null;
  return (
    <details>
      <summary className="cursor-pointer">What sensors felt, in {reviews.length} rounds</summary>
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
