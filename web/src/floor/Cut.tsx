import { clock } from "../kit/time";
import { count } from "../kit/words";
import type { Props } from "./part";
import { cutOf } from "./rang";

/** What did not ring as it was planned, in rounds and minutes. */
export function Cut({ opened, hall }: Pick<Props, "opened" | "hall">) {
  const cut = cutOf(opened, hall);
  const lost = cut.reduce((sum, { work_s, worked_s }) => sum + work_s - worked_s, 0);
  const never = cut.filter(({ worked_s }) => worked_s === 0);
  const short = cut.filter(({ worked_s }) => worked_s > 0);
  return (
    <section aria-label="What was cut" className="text-sm">
      <p className="font-semibold">What was cut</p>
      {cut.length === 0 ? (
        <p className="text-ink-soft">Nothing: all {count(opened.rounds.length, "round")} rang to their end.</p>
      ) : (
        <>
          <p>
            {cut.length} of {count(opened.rounds.length, "round")}, {clock(lost)} of work
          </p>
          {short.length > 0 && (
            <p className="text-ink-soft">
              Cut short:{" "}
              {short
                .map(({ title, worked_s, work_s }) => `${title} (${clock(worked_s)} of ${clock(work_s)})`)
                .join("; ")}
            </p>
          )}
          {never.length > 0 && (
            <p className="text-ink-soft">Never begun: {never.map(({ title }) => title).join("; ")}</p>
          )}
        </>
      )}
    </section>
  );
}
