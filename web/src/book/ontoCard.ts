import { useMutation } from "@tanstack/react-query";
import { api, data, type Schemas } from "../api/client";
import { useStale } from "../kit/stale";
import { spoken } from "../kit/time";
import { useSay } from "../kit/toast";

type Onto = { combination_id?: string; notation?: string; rung: Schemas["Rung"]; learned: boolean };

/** Puts one more round on the next class's card, and says so. For a while it can be taken off again. */
export function useOntoCard(card: string | null | undefined) {
  const say = useSay();
  const stale = useStale();
  return useMutation({
    mutationFn: (onto: Onto) => data(api.POST("/api/book/onto-card", { body: { card_id: card as string, ...onto } })),
    onSuccess: (done) => {
      stale("card");
      const over = done.over_s > 0 ? `, which is now ${spoken(done.over_s)} too long` : "";
      say(`${done.title} is on the card ${done.name}${over}.`, async () => {
        await restore(done);
        stale("card");
      });
    },
  });
}

/** The card as it was before, unless somebody has changed it since. */
async function restore({ card_id, version }: { card_id: string; version: number }) {
  const path = { id: card_id };
  const now = await data(api.GET("/api/card/cards/{id}", { params: { path } }));
  const before = await data(
    api.GET("/api/card/cards/{id}/versions/{version}", { params: { path: { ...path, version: version - 1 } } }),
  );
  const { name, level, group_id } = now;
  const { minutes, blocks } = before;
  return data(
    api.PUT("/api/card/cards/{id}", { params: { path }, body: { name, level, group_id, minutes, blocks, version } }),
  );
}
