import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useMemo } from "react";
import { api, type Card, type CardFinding, data, Refusal, type Schemas } from "../api/client";
import { useHistory } from "../kit/history";
import { asks } from "../kit/queries";
import { useStale } from "../kit/stale";
import { useStill } from "../kit/still";
import { keep, recall } from "../kit/stored";
import { useSay } from "../kit/toast";
import { type Draft, type DraftBlock, keyed, plain } from "./draft";

const asDraft = (card: Card): Draft => ({
  name: card.name,
  minutes: card.minutes,
  level: card.level,
  group_id: card.group_id,
  students: null,
  blocks: keyed(card.blocks),
});
const facts = ({ name, minutes, level, group_id, blocks }: Draft) => ({
  name,
  minutes,
  level,
  group_id,
  blocks: plain(blocks),
});
const same = (one: Draft, two: Draft) => JSON.stringify(facts(one)) === JSON.stringify(facts(two));
const STILL = 120; // ms without a change before the sums are asked for

export const draftKey = (id: string) => `plan:${id}`;

/** A card while it is edited: kept on this device until it is saved, its sums worked out as it changes. */
export function useCardDraft(card: Card) {
  const key = draftKey(card.id);
  const saved = useMemo(() => asDraft(card), [card]);
  const history = useHistory<Draft>(recall<Draft>(key) ?? saved);
  const draft = history.value;
  const changed = !same(draft, saved);
  const client = useQueryClient();
  const stale = useStale();
  const say = useSay();

  useEffect(() => {
    keep(key, changed ? draft : undefined);
  }, [key, draft, changed]);

  const asked = useMemo<Schemas["Draft"]>(
    () => ({
      minutes: draft.minutes,
      blocks: plain(draft.blocks),
      group_id: draft.group_id,
      students: draft.students,
      card_id: card.id,
    }),
    [draft.minutes, draft.blocks, draft.group_id, draft.students, card.id],
  );
  const still = useStill(asked, STILL);
  const sums = useQuery({
    ...asks.sums(still),
    initialData: still === asked && !changed && draft.students === null ? card.sums : undefined,
  });

  const save = useMutation({
    mutationFn: (kept: Draft) =>
      data(
        api.PUT("/api/card/cards/{id}", {
          params: { path: { id: card.id } },
          body: { version: card.version, ...facts(kept) },
        }),
      ),
    onSuccess: (fresh) => {
      keep(key, undefined);
      client.setQueryData(asks.card(card.id).queryKey, fresh);
      stale("card");
      say(`${fresh.name} is saved.`);
    },
  });

  const set = (facts: Partial<Draft>, tag?: string) => history.set((now) => ({ ...now, ...facts }), tag);
  const setBlocks = (change: (blocks: DraftBlock[]) => DraftBlock[], tag?: string) =>
    history.set((now) => ({ ...now, blocks: change(now.blocks) }), tag);
  const take = (blocks: Schemas["Blocks"], minutes = draft.minutes, name = draft.name) =>
    set({ blocks: keyed(blocks), minutes, name });
  const mend = useMutation({
    mutationFn: ({ finding, label }: { finding: CardFinding; label: string }) =>
      data(api.POST("/api/card/mends", { body: { ...asked, rule: finding.rule, at: finding.at, mend: label } })),
    onSuccess: ({ blocks }, { label }) => {
      take(blocks);
      say(`${label}: done.`, history.undo);
    },
  });
  // What was wrong is said until the card changes; that somebody else has saved it, until the coach has chosen.
  const conflict = save.error instanceof Refusal && save.error.status === 409 ? save.error : null;
  const problem = conflict ?? (save.variables === draft ? save.error : null) ?? sums.error ?? mend.error;
  return {
    draft,
    changed,
    asked,
    sums,
    save: () => save.mutate(draft),
    saving: save.isPending,
    conflict,
    problem,
    mend,
    set,
    setBlocks,
    take,
    history,
  };
}
