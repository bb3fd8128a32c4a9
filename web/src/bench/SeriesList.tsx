import { Link } from "react-router";
import type { Combination } from "../api/client";
import { Button, Trouble } from "../kit/parts";
import { useMayPlan } from "../kit/session";
import { count } from "../kit/words";
import { Kept } from "./Kept";
import { moved, type Series, useSeries } from "./useSeries";

/** A series in its order: moved by hand, drilled, printed and taken away as it stands. */
export function SeriesList({ series, rows, current, gone }: Props) {
  const mayPlan = useMayPlan();
  const { change, remove, error } = useSeries();
  const byId = new Map(rows.map((row) => [row.id, row]));
  const listed = series.combination_ids.flatMap((id) => byId.get(id) ?? []);
  const put = (combination_ids: string[]) => change.mutate({ ...series, combination_ids });
  const link = "font-semibold underline";
  return (
    <div>
      <p className="mb-2 text-ink-soft text-xs leading-relaxed">
        {count(listed.length, "combination")} ·{" "}
        {mayPlan && (
          <>
            <Link className={link} to={`/bench/drills/new?series=${series.id}`}>
              drill it
            </Link>{" "}
            ·{" "}
          </>
        )}
        <a className={link} href={`/api/series/${series.id}/list.pdf`} download>
          print
        </a>{" "}
        ·{" "}
        <a className={link} href={`/api/series/${series.id}/list.txt`} download>
          text
        </a>{" "}
        ·{" "}
        <a className={link} href={`/api/series/${series.id}/list.json`} download>
          JSON
        </a>
        {mayPlan && (
          <>
            {" "}
            ·{" "}
            <button
              type="button"
              className={link}
              onClick={() => {
                gone();
                remove.mutate(series);
              }}
            >
              remove
            </button>
          </>
        )}
      </p>
      {error && <Trouble error={error} />}
      {listed.length === 0 && (
        <p className="text-ink-soft text-sm">Nothing in it yet: open a combination and put it into this series.</p>
      )}
      <ol aria-label={series.name} className="grid grid-cols-2 gap-3 lg:grid-cols-1">
        {listed.map((row, i) => (
          <Kept key={row.id} row={row} current={row.id === current} number={i + 1}>
            {mayPlan && (
              <span className="flex gap-1">
                <Button
                  small
                  aria-label={`${row.name} earlier`}
                  disabled={i === 0 || change.isPending}
                  onClick={() => put(moved(series.combination_ids, row.id, -1))}
                >
                  ↑
                </Button>
                <Button
                  small
                  aria-label={`${row.name} later`}
                  disabled={i === listed.length - 1 || change.isPending}
                  onClick={() => put(moved(series.combination_ids, row.id, 1))}
                >
                  ↓
                </Button>
                <Button
                  small
                  look="quiet"
                  aria-label={`${row.name} out of ${series.name}`}
                  disabled={change.isPending}
                  onClick={() => put(series.combination_ids.filter((id) => id !== row.id))}
                >
                  out
                </Button>
              </span>
            )}
          </Kept>
        ))}
      </ol>
    </div>
  );
}
type Props = { series: Series; rows: Combination[]; current?: string; gone: () => void };
