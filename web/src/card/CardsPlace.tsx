import { useMutation } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { Link, useNavigate } from "react-router";
import { api, data, type Schemas } from "../api/client";
import { Choice } from "../kit/Choice";
import { newId } from "../kit/ids";
import { Button, Empty, PageTitle, Trouble, Waiting } from "../kit/parts";
import { useKeysOf } from "../kit/placeKeys";
import { useCards, usePeople } from "../kit/queries";
import { useClub, useMayPlan } from "../kit/session";
import { useStale } from "../kit/stale";
import { ToStarter } from "../kit/ToStarter";
import { clock, dayAndMonth, dayAndTime } from "../kit/time";
import { useSay } from "../kit/toast";
import { count } from "../kit/words";
import { RopeInSmall } from "./RopeInSmall";

const SHELVES = [
  { value: "cards", shown: "Cards" },
  { value: "templates", shown: "Templates" },
  { value: "archived", shown: "Archive" },
] as const;
type Kind = (typeof SHELVES)[number]["value"];

/** The cards of the club, newest change first; templates; the archive. */
export default function CardsPlace() {
  const [kind, setKind] = useState<Kind>("cards");
  const cards = useCards({ kind });
  const mayPlan = useMayPlan();
  const club = useClub();
  const navigate = useNavigate();
  const stale = useStale();
  const file = useRef<HTMLInputElement>(null);
  const shown = (id: string) => {
    stale("card");
    navigate(`/card/${id}`);
  };
  const add = useMutation({
    mutationFn: (from?: Schemas["Card"]) =>
      data(
        api.POST("/api/card/cards", {
          body: {
            id: newId(),
            name: from ? from.name : `Class of ${dayAndMonth(club.today)}`,
            minutes: from?.minutes ?? 60,
            level: from?.level ?? null,
            group_id: from?.group_id ?? null,
            blocks: from?.blocks ?? [],
            ...(from && { parent_id: from.id }),
          },
        }),
      ),
    onSuccess: (card) => shown(card.id),
  });
  const bring = useMutation({
    mutationFn: async (chosen: File) => data(api.POST("/api/paper/imports", { body: { text: await chosen.text() } })),
    onSuccess: (card) => {
      shown(card.id);
    },
  });
  useKeysOf("Cards", [
    { keys: "n", does: "new card", run: () => mayPlan && add.mutate(undefined) },
    { keys: "c", does: "the calendar", run: () => navigate("/card/calendar") },
  ]);
  return (
    <>
      <PageTitle
        aside={
          <div className="flex flex-wrap items-center gap-2">
            <Choice
              label="Which cards"
              options={SHELVES.map((shelf) => ({ ...shelf }))}
              value={kind}
              choose={setKind}
              className="flex gap-1"
              look={(chosen) =>
                `min-h-9 rounded-full px-3 text-sm ${chosen ? "bg-ink font-bold text-chalk" : "hover:bg-canvas-deep"}`
              }
            />
            <Link to="/card/calendar" className="px-2 font-semibold text-sm underline">
              Calendar
            </Link>
            {mayPlan && (
              <>
                <input
                  ref={file}
                  type="file"
                  accept=".json,application/json"
                  aria-label="A card's file"
                  className="sr-only"
                  tabIndex={-1}
                  onChange={(event) => {
                    const chosen = event.target.files?.[0];
                    if (chosen) bring.mutate(chosen);
                    event.target.value = "";
                  }}
                />
                <Button onClick={() => file.current?.click()} disabled={bring.isPending}>
                  From a file
                </Button>
                <Button look="main" onClick={() => add.mutate(undefined)} disabled={add.isPending}>
                  New card
                </Button>
              </>
            )}
          </div>
        }
      >
        Class cards
      </PageTitle>
      {(add.error || bring.error) && <Trouble error={add.error ?? bring.error} />}
      {cards.isPending && <Waiting what="the cards" />}
      {cards.error && <Trouble error={cards.error} />}
      {cards.data?.length === 0 && <Nothing kind={kind} />}
      <ul className="grid gap-3 sm:grid-cols-2 xl:grid-cols-3">
        {cards.data?.map((card) => (
          <li key={card.id} className="min-w-0">
            <Line card={card} make={(from) => add.mutate(from)} />
          </li>
        ))}
      </ul>
    </>
  );
}

function Nothing({ kind }: { kind: Kind }) {
  if (kind === "archived") return <Empty title="Nothing archived" />;
  if (kind === "templates")
    return <Empty title="No template yet">Open a card and keep it as a template under "Do more".</Empty>;
  return (
    <Empty title="No card yet">
      A card is a whole class: rounds in order that fit the hour. Start with a new one.
      <ToStarter what="six" />
    </Empty>
  );
}

function Line({ card, make }: { card: Schemas["CardOnShelf"]; make: (from: Schemas["Card"]) => void }) {
  const stale = useStale();
  const say = useSay();
  const mayPlan = useMayPlan();
  const people = usePeople();
  const club = useClub();
  const archive = useMutation({
    mutationFn: (asked: { version: number; archived: boolean }) =>
      data(api.PUT("/api/card/cards/{id}/archived", { params: { path: { id: card.id } }, body: asked })),
    onSuccess: (saved, asked) => {
      stale("card");
      if (asked.archived)
        say(`${card.name} is archived.`, () => archive.mutate({ version: saved.version, archived: false }));
    },
  });
  const from = useMutation({
    mutationFn: () => data(api.GET("/api/card/cards/{id}", { params: { path: { id: card.id } } })),
    onSuccess: make,
  });
  const over = card.seconds - card.minutes * 60;
  const group = people.data?.groups.find((each) => each.id === card.group_id)?.name;
  return (
    <div className="relative h-full rounded-2xl border-[1.5px] border-seam bg-chalk px-4 py-3 hover:border-ink">
      <Link to={`/card/${card.id}`} className="block">
        <span className="wide block truncate pr-24 font-extrabold text-lg">{card.name}</span>
        <span className="block text-ink-soft text-sm">
          {count(card.rounds, "round")} · {clock(card.seconds)} of {card.minutes} min
          {over > 60 && <strong className="text-rear"> · too long</strong>}
        </span>
        <RopeInSmall rope={card.rope} minutes={card.minutes} />
        <span className="block truncate text-ink-soft text-xs">
          {[
            card.next ? `next ${dayAndTime(card.next, club.time_zone)}` : "not in the calendar",
            group,
            card.level,
            card.load !== null && `load ${Math.round(card.load)} (effort × minutes)`,
            card.variant && `version: ${card.variant}`,
          ]
            .filter(Boolean)
            .join(" · ")}
        </span>
      </Link>
      {mayPlan && (
        <span className="absolute top-2 right-2 flex gap-1">
          {card.template && (
            <Button small onClick={() => from.mutate()} disabled={from.isPending} aria-label={`Use ${card.name}`}>
              Use
            </Button>
          )}
          <Button
            small
            look="quiet"
            onClick={() => archive.mutate({ version: card.version, archived: !card.archived })}
            aria-label={`${card.archived ? "Bring back" : "Archive"} ${card.name}`}
          >
            {card.archived ? "Bring back" : "Archive"}
          </Button>
        </span>
      )}
      {archive.error && <Trouble error={archive.error} />}
    </div>
  );
}
