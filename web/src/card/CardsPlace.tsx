import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { api, data, type Schemas } from "../api/client";
import { newId } from "../kit/ids";
import { Button, Empty, PageTitle, Trouble, Waiting } from "../kit/parts";
import { useKeysOf } from "../kit/placeKeys";
import { useCards } from "../kit/queries";
import { useMayPlan } from "../kit/session";
import { clock } from "../kit/time";
import { useSay } from "../kit/toast";

/** The cards of the club, newest change first. */
export default function CardsPlace() {
  const [archived, setArchived] = useState(false);
  const cards = useCards({ archived });
  const mayPlan = useMayPlan();
  const navigate = useNavigate();
  const client = useQueryClient();
  const add = useMutation({
    mutationFn: () =>
      data(api.POST("/api/card/cards", { body: { id: newId(), name: "New class", minutes: 60, rounds: [] } })),
    onSuccess: (card) => {
      client.invalidateQueries({ queryKey: ["cards"] });
      navigate(`/card/${card.id}`);
    },
  });
  useKeysOf("Cards", [{ keys: "n", does: "new card", run: () => mayPlan && add.mutate() }]);
  if (cards.isPending) return <Waiting what="the cards" />;
  if (cards.error) return <Trouble error={cards.error} />;
  return (
    <>
      <PageTitle
        aside={
          <div className="flex gap-2">
            <Button look="quiet" onClick={() => setArchived(!archived)}>
              {archived ? "Back to the cards" : "Show the archive"}
            </Button>
            {mayPlan && (
              <Button look="main" onClick={() => add.mutate()} disabled={add.isPending}>
                New card
              </Button>
            )}
          </div>
        }
      >
        {archived ? "Archived cards" : "Class cards"}
      </PageTitle>
      {add.error && <Trouble error={add.error} />}
      {cards.data.length === 0 && (
        <Empty title={archived ? "Nothing archived" : "No card yet"}>
          {!archived && "A card is a whole class: rounds in order that fit the hour. Start with a warm-up."}
        </Empty>
      )}
      <ul className="grid gap-3 sm:grid-cols-2 xl:grid-cols-3">
        {cards.data.map((card) => (
          <li key={card.id} className="min-w-0">
            <Line card={card} />
          </li>
        ))}
      </ul>
    </>
  );
}

function Line({ card }: { card: Schemas["CardLine"] }) {
  const client = useQueryClient();
  const say = useSay();
  const mayPlan = useMayPlan();
  const archive = useMutation({
    mutationFn: (asked: { version: number; archived: boolean }) =>
      data(api.PUT("/api/card/cards/{id}/archived", { params: { path: { id: card.id } }, body: asked })),
    onSuccess: (saved, asked) => {
      client.invalidateQueries({ queryKey: ["cards"] });
      if (asked.archived)
        say(`${card.name} is archived.`, () => archive.mutate({ version: saved.version, archived: false }));
    },
  });
  const over = card.seconds - card.minutes * 60;
  return (
    <div className="flex items-center gap-3 rounded-2xl border-[1.5px] border-seam bg-chalk px-4 py-3 hover:border-ink">
      <Link to={`/card/${card.id}`} className="min-w-0 flex-1">
        <span className="wide block truncate font-extrabold text-lg">{card.name}</span>
        <span className="text-ink-soft text-sm">
          {card.rounds} rounds · {clock(card.seconds)} of {card.minutes} min
          {over > 60 && <strong className="text-rear"> · too long</strong>}
        </span>
      </Link>
      {mayPlan && (
        <Button
          look="quiet"
          className="px-3"
          onClick={() => archive.mutate({ version: card.version, archived: !card.archived })}
          aria-label={`${card.archived ? "Bring back" : "Archive"} ${card.name}`}
        >
          {card.archived ? "Bring back" : "Archive"}
        </Button>
      )}
      {archive.error && <Trouble error={archive.error} />}
    </div>
  );
}
