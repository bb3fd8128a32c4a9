import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { api, data } from "../api/client";
import { Box } from "../kit/Box";
import { useNextId } from "../kit/ids";
import { LabelledSelect } from "../kit/LabelledSelect";
import { Button, Trouble } from "../kit/parts";
import { asks, useCards, useStale } from "../kit/queries";

/** A card, of the club's own or made from a template, with the door open at once. */
export function FirstClass() {
  const go = useNavigate();
  const stale = useStale();
  const cards = useCards().data ?? [];
  const templates = useCards({ kind: "templates" }).data ?? [];
  const groups = useQuery(asks.groups()).data?.filter((each) => !each.closed_on) ?? [];
  const [card, setCard] = useState("");
  const [group, setGroup] = useState<string>();
  const [cardId, classId] = [useNextId(), useNextId()];
  const easy = templates.find((each) => each.level === "foundation") ?? templates[0];
  const chosen = card || cards[0]?.id || easy?.id || "";
  const theirs = group ?? groups[0]?.id ?? "";
  const open = useMutation({
    mutationFn: async () => {
      const of = templates.some((each) => each.id === chosen) ? await made(chosen, cardId.of({ chosen })) : chosen;
      const wanted = { card_id: of, group_id: theirs || null };
      return data(api.POST("/api/floor/classes", { body: { id: classId.of(wanted), ...wanted } }));
    },
    onSuccess: (row) => {
      stale("card");
      stale("calendar");
      go(`/floor/${row.id}`);
    },
  });
  if (cards.length + templates.length === 0)
    return (
      <Box title="A card first">
        <p className="text-sm">
          A class runs from a card. Take a{" "}
          <Link to="/walk/shelf" className="font-semibold underline">
            starter shelf
          </Link>
          , which has six, or{" "}
          <Link to="/card" className="font-semibold underline">
            write your own
          </Link>
          .
        </p>
      </Box>
    );
  return (
    <Box title="Open the door">
      <LabelledSelect label="Card" value={chosen} set={setCard}>
        {[...cards, ...templates].map((each) => (
          <option key={each.id} value={each.id}>
            {each.name}, {each.minutes} min
          </option>
        ))}
      </LabelledSelect>
      <LabelledSelect label="Group" value={theirs} set={setGroup}>
        {groups.map((each) => (
          <option key={each.id} value={each.id}>
            {each.name}
          </option>
        ))}
        <option value="">whoever comes</option>
      </LabelledSelect>
      <p className="text-sm">
        Look at it first on the{" "}
        <Link to={`/card/${chosen}`} className="font-semibold underline">
          Card
        </Link>
        ; or put it in the calendar there, for the group's hours.
      </p>
      {open.error && <Trouble error={open.error} />}
      <Button look="main" big className="w-fit" disabled={open.isPending} onClick={() => open.mutate()}>
        Open the door now
      </Button>
    </Box>
  );
}

/** A card made from a template: its id. */
async function made(template: string, id: string) {
  const from = await data(api.GET("/api/card/cards/{id}", { params: { path: { id: template } } }));
  const { name, minutes, level, group_id, blocks } = from;
  const body = { id, name, minutes, level, group_id, blocks, parent_id: from.id };
  return (await data(api.POST("/api/card/cards", { body }))).id;
}
