import type { OpenClass } from "../api/client";
import type { Ring } from "./ring";
import { turnsNow } from "./striking";

type Props = { opened: OpenClass; ring: Ring; now: number; groups: string[][]; look?: "wall" | "line" };

const SIZES = { wall: "gap-3 text-3xl", line: "gap-1.5 text-base", ring: "gap-2 text-lg" };

/** Who works with whom in a shared round, and who of them strikes now. */
export function Together({ opened, ring, now, groups, look }: Props) {
  const round = opened.rounds[ring.segments[ring.at]?.round ?? -1];
  if (!round?.shared || groups.length === 0) return null;
  const name = (id: string) => opened.students.find((student) => student.id === id)?.name.split(" ")[0] ?? "a guest";
  return (
    <ul aria-label="Pairs" className={`mt-3 flex flex-wrap max-sm:mt-1 ${SIZES[look ?? "ring"]}`}>
      {turnsNow(round, ring, now, groups).map(({ ids, striker }) => (
        <li
          key={ids.join()}
          className={`rounded-full border-2 border-night-line font-bold ${look === "line" ? "px-2.5" : "px-4 py-1"}`}
        >
          {striker ? (
            <>
              <span className="text-brass-bright">
                {name(striker)} <span className="font-semibold text-[0.75em]">strikes</span>
              </span>
              <span className="text-night-soft">
                {" "}
                ·{" "}
                {ids
                  .filter((id) => id !== striker)
                  .map(name)
                  .join(", ")}
              </span>
            </>
          ) : (
            ids.map(name).join(" + ")
          )}
        </li>
      ))}
    </ul>
  );
}
