import { useMutation } from "@tanstack/react-query";
import { api, data, type Schemas } from "../api/client";
import { newId } from "../kit/ids";
import { useStale } from "../kit/stale";
import { useSay } from "../kit/toast";

export type Series = Schemas["Series"];

/** Making, changing and removing series; what is removed can be brought back for a while. */
export function useSeries() {
  const stale = useStale();
  const say = useSay();
  const add = useMutation({
    mutationFn: (body: { name: string; combination_ids: string[] }) =>
      data(api.POST("/api/series", { body: { id: newId(), ...body } })),
    onSuccess: () => stale("series"),
  });
  const change = useMutation({
    mutationFn: ({ id, version, name, combination_ids }: Series) =>
      data(api.PUT("/api/series/{id}", { params: { path: { id } }, body: { version, name, combination_ids } })),
    onSuccess: () => stale("series"),
  });
  const remove = useMutation({
    mutationFn: (series: Series) => data(api.DELETE("/api/series/{id}", { params: { path: { id: series.id } } })),
    onSuccess: (_, { name, combination_ids }) => {
      stale("series");
      say(`${name} is gone; its combinations stay on the shelf.`, () => add.mutate({ name, combination_ids }));
    },
  });
  return { add, change, remove, error: add.error ?? change.error ?? remove.error };
}

/** With one combination a place earlier or later. */
export function moved(ids: string[], id: string, by: 1 | -1): string[] {
  const from = ids.indexOf(id);
  const to = from + by;
  if (from < 0 || to < 0 || to >= ids.length) return ids;
  const left = ids.filter((each) => each !== id);
  return [...left.slice(0, to), id, ...left.slice(to)];
}
