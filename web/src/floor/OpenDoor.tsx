import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { api, data } from "../api/client";
import { useNextId } from "../kit/ids";
import { LabelledSelect } from "../kit/LabelledSelect";
import { Button, Trouble } from "../kit/parts";
import { useCards, usePeople } from "../kit/queries";
import { useMayPlan } from "../kit/session";
import { useStale } from "../kit/stale";

type Props = {
  /** The card to begin with, by its id. */
  card?: string;
  /** Whether a group is chosen from the beginning, rather than whoever comes. */
  grouped?: boolean;
};

/** Any card now: one of the club's own, or made from a template, with the door open at once. */
export function OpenDoor({ card: first = "", grouped = false }: Props) {
  const go = useNavigate();
  const stale = useStale();
  const mayPlan = useMayPlan();
  const cards = useCards().data ?? [];
  const found = useCards({ kind: "templates" }).data ?? [];
  const templates = mayPlan ? found : []; // a card is made from one
  const groups = usePeople().data?.groups ?? [];
  const [card, setCard] = useState(first);
  const [group, setGroup] = useState<string>();
  const [cardId, classId] = [useNextId(), useNextId()];
  const easy = templates.find((each) => each.level === "foundation") ?? templates[0];
  const chosen = card || cards[0]?.id || easy?.id || "";
  const theirs = group ?? (grouped ? (groups[0]?.id ?? "") : "");
  const open = useMutation({
    mutationFn: async () => {
      const of = templates.some((each) => each.id === chosen) ? await made(chosen, cardId.of({ chosen })) : chosen;
      const wanted = { card_id: of, group_id: theirs || null };
      return data(api.POST("/api/floor/classes", { body: { id: classId.of(wanted), ...wanted } }));
    },
    onSuccess: (row) => {
      cardId.used();
      classId.used();
      stale("card");
      stale("calendar");
      go(`/floor/${row.id}`);
    },
  });
  if (!chosen)
    return (
      <p className="text-sm">
        A class runs from a card. A{" "}
        <Link to="/school/starter" className="font-semibold underline">
          starter shelf
        </Link>{" "}
        has six; or{" "}
        <Link to="/card" className="font-semibold underline">
          write your own
        </Link>
        .
      </p>
    );
  return (
    <div className="grid gap-3">
      <LabelledSelect label="Card" value={chosen} set={setCard}>
        {cards.map((each) => (
          <option key={each.id} value={each.id}>
            {each.name}
          </option>
        ))}
        {templates.length > 0 && (
          <optgroup label="Templates">
            {templates.map((each) => (
              <option key={each.id} value={each.id}>
                {each.name}
              </option>
            ))}
          </optgroup>
        )}
      </LabelledSelect>
      <LabelledSelect label="Group" value={theirs} set={setGroup}>
        <option value="">whoever comes</option>
        {groups.map((each) => (
          <option key={each.id} value={each.id}>
            {each.name}
          </option>
        ))}
      </LabelledSelect>
      {open.error && <Trouble error={open.error} />}
      <Button look="main" big disabled={open.isPending} onClick={() => open.mutate()}>
        Open the door
      </Button>
    </div>
  );
}

/** A card made from a template: its id. */
async function made(template: string, id: string) {
  const from = await data(api.GET("/api/card/cards/{id}", { params: { path: { id: template } } }));
  const { name, minutes, level, group_id, blocks } = from;
  const body = { id, name, minutes, level, group_id, blocks, parent_id: from.id };
  return (await data(api.POST("/api/card/cards", { body }))).id;
}
