import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { Combination } from "../api/client";
import { Button, Field, Trouble } from "../kit/parts";
import { asks } from "../kit/queries";
import { list } from "../kit/words";
import { useSeries } from "./useSeries";

const NEW = "new";

/** Which series a combination stands in, and putting it into one more. */
export function IntoSeries({ row }: { row: Combination }) {
  const all = useQuery(asks.series());
  const { add, change, error } = useSeries();
  const [name, setName] = useState<string>();
  const within = (all.data ?? []).filter((series) => series.combination_ids.includes(row.id));
  const others = (all.data ?? []).filter((series) => !series.combination_ids.includes(row.id));
  const choose = (value: string) => {
    const series = others.find((each) => each.id === value);
    if (value === NEW) setName("");
    else if (series) change.mutate({ ...series, combination_ids: [...series.combination_ids, row.id] });
  };
  return (
    <div className="grid gap-1.5 text-sm">
      {within.length > 0 && <p className="text-xs">In {list(within.map((series) => series.name))}.</p>}
      {name === undefined ? (
        <select
          aria-label="Put it into a series"
          value=""
          onChange={(event) => choose(event.target.value)}
          className="min-h-9 rounded-lg border-[1.5px] border-seam bg-chalk px-2"
        >
          <option value="">put it into a series …</option>
          {others.map((series) => (
            <option key={series.id} value={series.id}>
              {series.name}
            </option>
          ))}
          <option value={NEW}>a new series</option>
        </select>
      ) : (
        <form
          className="flex items-end gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            add.mutate({ name, combination_ids: [row.id] }, { onSuccess: () => setName(undefined) });
          }}
        >
          <Field
            label="Name of the series"
            value={name}
            maxLength={80}
            autoFocus
            placeholder="the month's five"
            onChange={(event) => setName(event.target.value)}
            className="flex-1"
          />
          <Button type="submit" disabled={name.trim() === "" || add.isPending}>
            Make it
          </Button>
        </form>
      )}
      {error && <Trouble error={error} />}
    </div>
  );
}
