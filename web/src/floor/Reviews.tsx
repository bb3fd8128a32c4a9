import { useQuery } from "@tanstack/react-query";
import type { OpenClass, Schemas } from "../api/client";
import { asks } from "../kit/queries";
import { count } from "../kit/words";

type Reviewed = Schemas["Reviewed"];
const percent = (share: number) => `${Math.abs(Math.round(share * 100))} %`;

/** What sensors felt, round by round. */
export function Reviews({ opened, waiting }: { opened: OpenClass; waiting: number }) {
  const reviews = useQuery(asks.reviews(opened.id, waiting));
  if (!reviews.data?.length) return null;
  return (
    <section aria-label="What sensors felt" className="mb-4 rounded-xl border-[1.5px] border-seam bg-chalk px-4 py-3">
      <h2 className="wide mb-1 font-bold">What sensors felt</h2>
      <ul className="grid gap-2 text-sm">
        {reviews.data.map((each) => (
          <li key={`${each.student_id} ${each.round} ${each.kind}`}>
            <strong>
              {opened.students.find((student) => student.id === each.student_id)?.name}, {each.title}:
            </strong>{" "}
            {said(each)}
          </li>
        ))}
      </ul>
      <p className="mt-2 text-ink-soft text-xs">
        A strike sensor feels hands alone; it cannot tell a jab from a hook, and the figures are the product's own
        reckoning.
      </p>
    </section>
  );
}

/** A review in words. */
export function said({ strikes, heart, reaction }: Reviewed): string {
  if (reaction)
    return [answered(reaction), ...reaction.by_feed.map((each) => `${each.feed}: ${answered(each)}`)].join("; ");
  if (heart)
    return heart.mean === null
      ? "no beat was heard"
      : `heart ${heart.mean} beats a minute, from ${heart.least} to ${heart.most}`;
  if (!strikes) return "nothing was planned for the hands";
  const { pace, tempo, spread, drift, fade, left } = strikes;
  return [
    strikes.told_apart
      ? `${strikes.whole} of ${strikes.sets} sets whole`
      : `${count(strikes.strikes, "strike")}; one set cannot be told from the next, so nothing is said of what was missed`,
    strikes.missed && `${strikes.missed} ${strikes.missed === 1 ? "strike" : "strikes"} missed`,
    strikes.wrong_hand && `${strikes.wrong_hand} with the wrong hand`,
    strikes.extra && `${strikes.extra} extra`,
    tempo !== null && `at ${Math.round(tempo)} beats a minute`,
    pace !== null &&
      Math.abs(pace - 1) >= 0.02 &&
      `${percent(pace - 1)} ${pace > 1 ? "slower" : "quicker"} than planned`,
    spread !== null && `rhythm within ${percent(spread)}`,
    drift !== null && Math.abs(drift) >= 0.02 && `${percent(drift)} ${drift > 0 ? "slower" : "quicker"} at the end`,
    fade !== null && Math.abs(fade) >= 0.02 && `${percent(fade)} ${fade < 0 ? "softer" : "harder"} at the end`,
    left !== null && `left hand ${percent(left)}`,
  ]
    .filter(Boolean)
    .join(", ");
}

/** How something that was shown was answered: how fast, how rightly, how often too soon. */
function answered({ shown, median, spread, right, guessed, missed }: Schemas["Reaction"]): string {
  return [
    `shown ${count(shown, "time")}`,
    median !== null && `first strike after ${median} ms`,
    spread && `half of them between ${spread[0]} and ${spread[1]} ms`,
    right !== null && `${percent(right)} right`,
    guessed ? `${percent(guessed)} struck before they can have seen it` : false,
    missed ? `${percent(missed)} not answered` : false,
  ]
    .filter(Boolean)
    .join(", ");
}
