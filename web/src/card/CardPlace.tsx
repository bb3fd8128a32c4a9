import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useMemo, useRef } from "react";
import { useNavigate, useParams } from "react-router";
import { api, type Card, data, Refusal } from "../api/client";
import { useHistory } from "../kit/history";
import { Button, Empty, Trouble, Waiting } from "../kit/parts";
import { useKeysOf } from "../kit/placeKeys";
import { useShelf } from "../kit/queries";
import { useMayPlan } from "../kit/session";
import { keep, recall } from "../kit/stored";
import { clock, spoken } from "../kit/time";
import { useSay } from "../kit/toast";
import { AddRound } from "./AddRound";
import { Rope } from "./Rope";
import { RoundRows } from "./RoundRows";
import { type Draft, plain, roundLike, withKey } from "./rounds";
import { Scales } from "./Scales";

/** One class card: the rope of its rounds, the rounds themselves, and the scales. */
export default function CardPlace() {
  const { id } = useParams();
  const card = useQuery({
    queryKey: ["card", id],
    queryFn: () => data(api.GET("/api/card/cards/{id}", { params: { path: { id: id as string } } })),
  });
  if (card.isPending) return <Waiting what="the card" />;
  if (card.error) return <Trouble error={card.error} />;
  return <Editor key={`${card.data.id}:${card.data.version}`} card={card.data} />;
}

const asDraft = (card: Card): Draft => ({ name: card.name, minutes: card.minutes, rows: card.rounds.map(withKey) });
const facts = (draft: Draft) => ({ name: draft.name, minutes: draft.minutes, rounds: draft.rows.map(plain) });
const same = (one: Draft, two: Draft) => JSON.stringify(facts(one)) === JSON.stringify(facts(two));

function Editor({ card }: { card: Card }) {
  const draftKey = `card:${card.id}`;
  const saved = useMemo(() => asDraft(card), [card]);
  const draft = useHistory<Draft>(recall<Draft>(draftKey) ?? saved);
  const { name, minutes, rows } = draft.value;
  const changed = !same(draft.value, saved);
  const shelf = useShelf();
  const mayPlan = useMayPlan();
  const adding = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  const client = useQueryClient();
  const say = useSay();

  useEffect(() => {
    keep(draftKey, changed ? draft.value : undefined);
  }, [draftKey, draft.value, changed]);

  const asked = { minutes, rounds: rows.map(plain) };
  const sums = useQuery({
    queryKey: ["sums", asked],
    queryFn: ({ signal }) => data(api.POST("/api/card/sums", { body: asked, signal })),
    placeholderData: keepPreviousData,
    initialData: changed ? undefined : card.sums,
    staleTime: 60_000,
    gcTime: 60_000,
  });

  const save = useMutation({
    mutationFn: () =>
      data(
        api.PUT("/api/card/cards/{id}", {
          params: { path: { id: card.id } },
          body: { version: card.version, ...facts(draft.value) },
        }),
      ),
    onSuccess: (fresh) => {
      keep(draftKey, undefined);
      client.setQueryData(["card", card.id], fresh);
      client.invalidateQueries({ queryKey: ["cards"] });
      say(`${fresh.name} is saved.`);
    },
  });

  const setRows = (change: (rows: Draft["rows"]) => Draft["rows"], tag?: string) =>
    draft.set((now) => ({ ...now, rows: change(now.rows) }), tag);
  useKeysOf("The Card", [
    { keys: "n", does: "new round", run: () => adding.current?.focus() },
    { keys: "Ctrl+Enter", does: "save the card", run: () => changed && save.mutate() },
    { keys: "Ctrl+z", does: "undo", run: draft.undo },
    { keys: "Ctrl+Shift+z", does: "redo", run: draft.redo },
    { keys: "Alt+ArrowUp", does: "move the round up (in a round)", run: () => {} },
    { keys: "Alt+ArrowDown", does: "move the round down (in a round)", run: () => {} },
    { keys: "Alt+d", does: "double the round (in a round)", run: () => {} },
    { keys: "Alt+Backspace", does: "remove the round (in a round)", run: () => {} },
    { keys: "r", does: "run it on the Floor", run: () => navigate(`/floor?card=${card.id}`) },
  ]);

  const over = sums.data?.over ?? 0;
  const field =
    "rounded-lg border-[1.5px] border-transparent bg-transparent px-2 hover:border-seam focus:border-ink focus:bg-chalk";
  return (
    <>
      <h1 className="sr-only">Card: {card.name}</h1>
      <div className="mb-2 flex flex-wrap items-center gap-x-3 gap-y-2">
        <input
          aria-label="Title"
          value={name}
          maxLength={80}
          readOnly={!mayPlan}
          onChange={(event) => draft.set({ ...draft.value, name: event.target.value }, "name")}
          className={`wide -ml-2 min-w-0 flex-1 font-extrabold text-2xl ${field}`}
        />
        <label className="flex items-center gap-1 text-sm">
          class of
          <input
            aria-label="Class minutes"
            type="number"
            min={1}
            max={360}
            readOnly={!mayPlan}
            value={minutes}
            onChange={(event) => draft.set({ ...draft.value, minutes: Number(event.target.value) }, "minutes")}
            className={`w-18 text-right font-bold text-lg ${field}`}
          />
          min
        </label>
        <Total total={sums.data?.total ?? 0} over={over} />
        <Button onClick={() => navigate(`/floor?card=${card.id}`)} disabled={changed}>
          Run it
        </Button>
        {mayPlan && (
          <>
            <Button onClick={draft.undo} disabled={!draft.canUndo}>
              Undo
            </Button>
            <Button look="main" onClick={() => save.mutate()} disabled={!changed || save.isPending}>
              {changed ? "Save" : "Saved"}
            </Button>
          </>
        )}
      </div>
      {save.error && (
        <div className="mb-2">
          <Trouble error={save.error}>
            {save.error instanceof Refusal && save.error.status === 409 && <Theirs refusal={save.error} id={card.id} />}
          </Trouble>
        </div>
      )}
      {sums.error && (
        <div className="mb-2">
          <Trouble error={sums.error} />
        </div>
      )}
      <Rope rows={rows} sums={sums.data} minutes={minutes} />
      <div className="mt-3 grid gap-4 lg:grid-cols-[minmax(0,1fr)_272px]">
        <div className="min-w-0">
          {rows.length === 0 && (
            <Empty title="No rounds yet">Start with a warm-up: type its name below and press Enter.</Empty>
          )}
          <RoundRows rows={rows} sums={sums.data} shelf={shelf.data ?? []} set={setRows} readOnly={!mayPlan} />
          {mayPlan && (
            <AddRound
              ref={adding}
              shelf={shelf.data ?? []}
              add={(what) => setRows((now) => [...now, roundLike(now.at(-1), what)])}
            />
          )}
        </div>
        <Scales sums={sums.data} minutes={minutes} />
      </div>
    </>
  );
}

function Total({ total, over }: { total: number; over: number }) {
  const look = over > 0 ? "bg-rear text-chalk" : "bg-canvas-deep text-ink";
  return (
    <p role="status" aria-label="Length of the class" className={`rounded-full px-4 py-1.5 font-bold text-sm ${look}`}>
      {clock(total)} ·{" "}
      {over > 0 ? `too long by ${spoken(over)}` : over === 0 ? "fits to the second" : `${spoken(over)} to spare`}
    </p>
  );
}

/** Somebody saved meanwhile: both versions are kept until the coach chooses. */
function Theirs({ refusal, id }: { refusal: Refusal; id: string }) {
  const client = useQueryClient();
  const theirs = refusal.current as Card | undefined;
  if (!theirs) return null;
  return (
    <div className="mt-2 flex flex-wrap items-center gap-3">
      <p>
        Theirs has {theirs.rounds.length} rounds ({theirs.rounds.map((round) => round.title).join(", ")}). Yours is
        still here.
      </p>
      <Button onClick={() => client.setQueryData(["card", id], theirs)}>Keep mine, on top of theirs</Button>
      <Button
        onClick={() => {
          keep(`card:${id}`, undefined);
          client.setQueryData(["card", id], theirs);
        }}
      >
        Take theirs
      </Button>
    </div>
  );
}
