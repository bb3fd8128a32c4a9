import { ShowBody } from "../kit/figure/ShowBody";
import { useShelf } from "../kit/queries";
import { ShelfBox } from "../kit/ShelfBox";
import { Wrap } from "../kit/wrap/Wrap";
import type { DrillFacts } from "./drills";

type Pool = DrillFacts["pool"];

/** The pool of a drill: the first is the usual one; another may stand in for it at a rung. */
export function DrillPool({
  pool,
  rungs,
  change,
}: {
  pool: Pool;
  rungs: DrillFacts["rungs"];
  change: (pool: Pool) => void;
}) {
  const shelf = useShelf();
  const taken = pool.map((each) => each.combination_id);
  const offers = (shelf.data ?? [])
    .filter((row) => !taken.includes(row.id))
    .map((row) => ({ key: row.id, value: row, name: row.name, hint: row.notation }));
  const versionAt = (index: number, rung: DrillFacts["rungs"][number], on: boolean) =>
    change(
      pool.map((each, i) => ({
        ...each,
        at_rungs: i === index && on ? [...each.at_rungs, rung] : each.at_rungs.filter((other) => other !== rung),
      })),
    );
  return (
    <section aria-label="The pool">
      <h2 className="mb-1 font-semibold text-sm">{pool.length > 1 ? "The pool" : "The combination"}</h2>
      <ol className="grid gap-1.5">
        {pool.map((each, index) => {
          const row = shelf.data?.find((kept) => kept.id === each.combination_id);
          return (
            <li
              key={each.combination_id}
              className="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-x-2 gap-y-1 rounded-xl border-[1.5px] border-seam bg-chalk px-3 py-2"
            >
              <span className="flex min-w-0 flex-wrap items-baseline gap-x-3">
                <strong>{row?.name ?? "an archived one"}</strong>
                <span className="text-ink-soft text-sm">{row?.spoken}</span>
              </span>
              <span className="order-last col-span-2">
                {row && <Wrap actions={row.actions} setTime={row.set_time} spoken={row.spoken} size="part" />}
                {row && <ShowBody notation={row.notation} spoken={row.spoken} />}
              </span>
              <span className="order-last col-span-2 flex flex-wrap gap-x-3 text-xs">
                {index > 0 &&
                  rungs.map((rung) => (
                    <label key={rung} className="flex items-center gap-1">
                      <input
                        type="checkbox"
                        checked={each.at_rungs.includes(rung)}
                        onChange={(event) => versionAt(index, rung, event.target.checked)}
                      />
                      stands in at {rung}
                    </label>
                  ))}
              </span>
              <button
                type="button"
                aria-label={`Take ${row?.name ?? "it"} out of the pool`}
                onClick={() => change(pool.filter((other) => other !== each))}
                className="size-8 rounded-full text-ink-soft hover:bg-canvas-deep"
              >
                <span aria-hidden="true">×</span>
              </button>
            </li>
          );
        })}
      </ol>
      <ShelfBox
        className="mt-1.5"
        label="Add a combination to the pool"
        placeholder={pool.length === 0 ? "a combination from the shelf" : "one more, for a pool"}
        offers={offers}
        choose={(row) => change([...pool, { combination_id: row.id, at_rungs: [], feed: null }])}
      />
    </section>
  );
}
