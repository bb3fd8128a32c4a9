import { useMutation, useQuery } from "@tanstack/react-query";
import { api, data } from "../api/client";
import { newId } from "../kit/ids";
import { Button } from "../kit/parts";
import { asks, useShelf } from "../kit/queries";
import { ShelfBox } from "../kit/ShelfBox";
import { useStale } from "../kit/stale";
import { useSay } from "../kit/toast";
import { Wrap } from "../kit/wrap/Wrap";
import type { DrillFacts } from "./drills";

type Pool = DrillFacts["pool"];
type Props = { pool: Pool; change: (pool: Pool) => void };
const EMPTY: Pool[number] = { combination_id: null, at_rungs: [], feed: "" };

/** See this, do that: what the partner does or shows on the left, the answer on the right. */
export function ReadPairs({ pool, change }: Props) {
  const shown = pool.length < 2 ? [...pool, ...Array.from({ length: 2 - pool.length }, () => EMPTY)] : pool;
  const put = (index: number, some: Partial<Pool[number]>) =>
    change(shown.map((each, i) => (i === index ? { ...each, ...some } : each)));
  return (
    <section aria-label="See this, do that" className="grid gap-1.5">
      <div className="hidden gap-2 font-semibold text-sm sm:grid sm:grid-cols-[minmax(0,2fr)_minmax(0,3fr)_2rem]">
        <h2>When they show or do</h2>
        <h2>do</h2>
      </div>
      {shown.map((each, i) => (
        <Pair
          // biome-ignore lint/suspicious/noArrayIndexKey: pairs are edited in place.
          key={i}
          number={i + 1}
          pair={each}
          put={(some) => put(i, some)}
          remove={shown.length > 2 ? () => change(shown.filter((_, other) => other !== i)) : undefined}
        />
      ))}
      <div className="flex flex-wrap items-center gap-3">
        <Button small onClick={() => change([...shown, EMPTY])}>
          One more
        </Button>
        <p className="text-ink-soft text-xs">
          What they do is written as always (jab, 3b, lead low kick, step in); anything else is your own word for what
          is shown (red, left pad up). The voice and the wall give this side only.
        </p>
      </div>
    </section>
  );
}

type PairProps = {
  number: number;
  pair: Pool[number];
  put: (some: Partial<Pool[number]>) => void;
  remove?: () => void;
};

function Pair({ number, pair, put, remove }: PairProps) {
  const shelf = useShelf();
  const feed = useQuery({ ...asks.feed(pair.feed ?? ""), enabled: (pair.feed ?? "").trim() !== "" });
  const row = shelf.data?.find((kept) => kept.id === pair.combination_id);
  const keep = useKeep((id) => put({ combination_id: id }));
  const offers = (shelf.data ?? []).map((each) => ({
    key: each.id,
    value: { id: each.id } as Chosen,
    name: each.name,
    hint: each.notation,
  }));
  const usual = [...new Set([...(feed.data?.usual.same ?? []), ...(feed.data?.usual.opposite ?? [])])];
  return (
    <div className="grid gap-2 rounded-xl border-[1.5px] border-seam bg-chalk p-2 sm:grid-cols-[minmax(0,2fr)_minmax(0,3fr)_2rem]">
      <div className="grid content-start gap-1">
        <input
          aria-label={`When, ${number}`}
          value={pair.feed ?? ""}
          maxLength={200}
          placeholder="their jab, left pad up, red …"
          onChange={(event) => put({ feed: event.target.value })}
          className="w-full rounded-lg border-[1.5px] border-seam bg-chalk px-3 py-1.5 placeholder:text-ink-soft"
        />
        {feed.data && (pair.feed ?? "").trim() !== "" && (
          <p className="px-1 text-ink-soft text-xs">
            {feed.data.actions.length > 0 ? `said: ${feed.data.spoken}` : "your own word for it"}
          </p>
        )}
        {feed.data && feed.data.actions.length > 0 && (
          <Wrap actions={feed.data.actions} setTime={feed.data.set_time} spoken={feed.data.spoken} size="part" />
        )}
      </div>
      <div className="grid content-start gap-1">
        {row ? (
          <>
            <p className="flex flex-wrap items-baseline gap-x-2 px-1">
              <strong>{row.name}</strong>
              <span className="min-w-0 flex-1 truncate text-ink-soft text-sm">{row.spoken}</span>
              <Button look="quiet" small onClick={() => put({ combination_id: null })}>
                Another answer
              </Button>
            </p>
            <Wrap actions={row.actions} setTime={row.set_time} spoken={row.spoken} size="part" />
          </>
        ) : (
          <ShelfBox<Chosen>
            label={`Do, ${number}`}
            placeholder="an answer from the shelf, or write it"
            offers={offers}
            words={(text) => ({ key: "new", value: { text }, name: text, hint: "read it and put it on the shelf" })}
            choose={(chosen) => ("id" in chosen ? put({ combination_id: chosen.id }) : keep(chosen.text))}
          />
        )}
        {!row && usual.length > 0 && (
          <p className="flex flex-wrap items-center gap-1.5 px-1 text-xs">
            usually:
            {usual.map((answer) => (
              <Button key={answer} small onClick={() => keep(answer)}>
                {answer}
              </Button>
            ))}
          </p>
        )}
      </div>
      {remove && (
        <button
          type="button"
          aria-label={`Take out ${pair.feed || `line ${number}`}`}
          onClick={remove}
          className="size-8 rounded-full text-ink-soft hover:bg-canvas-deep"
        >
          <span aria-hidden="true">×</span>
        </button>
      )}
    </div>
  );
}

type Chosen = { id: string } | { text: string };

/** Finds what is written on the shelf by its meaning, or puts it there; then hands over its id. */
function useKeep(take: (id: string) => void) {
  const shelf = useShelf();
  const stale = useStale();
  const say = useSay();
  const add = useMutation({
    mutationFn: async (text: string) => {
      const { reading, unreadable } = await data(api.POST("/api/bench/analysis", { body: { notation: text } }));
      if (!reading || unreadable) throw new Error(unreadable?.message ?? "This cannot be read.");
      const there = shelf.data?.find((row) => row.notation === reading.canonical);
      if (there) return there;
      return data(
        api.POST("/api/bench/combinations", {
          body: { id: newId(), name: reading.canonical.slice(0, 80), notation: reading.canonical, tags: ["answer"] },
        }),
      );
    },
    onSuccess: (row) => {
      stale("combination");
      take(row.id);
    },
    onError: (error) => say(error.message),
  });
  return (text: string) => add.mutate(text);
}
