import { Menu, MenuButton, MenuItem, MenuItems, MenuSeparator } from "@headlessui/react";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { useNavigate } from "react-router";
import { api, type Card, data } from "../api/client";
import { newId } from "../kit/ids";
import { asks } from "../kit/queries";
import { useStale } from "../kit/stale";
import { useSay } from "../kit/toast";
import { type Draft, plain } from "./draft";

/** Which sheet stands open over the card. */
export type Open = { what: "fit" | "history" | "schedule" | "difference" | "variant" } | null;

type Props = {
  card: Card;
  draft: Draft;
  changed: boolean;
  mayPlan: boolean;
  open: (open: Open) => void;
};

/** What else can be done with a card: versions, copies, history, paper, the calendar. */
export function CardMenu({ card, draft, changed, mayPlan, open }: Props) {
  const navigate = useNavigate();
  const client = useQueryClient();
  const stale = useStale();
  const say = useSay();
  const copy = useMutation({
    mutationFn: () =>
      data(
        api.POST("/api/card/cards", {
          body: {
            id: newId(),
            name: `${draft.name}, copy`.slice(0, 80),
            minutes: draft.minutes,
            level: draft.level,
            group_id: draft.group_id,
            blocks: plain(draft.blocks),
          },
        }),
      ),
    onSuccess: (fresh) => {
      stale("card");
      navigate(`/card/${fresh.id}`);
    },
  });
  const template = useMutation({
    mutationFn: () =>
      data(
        api.PUT("/api/card/cards/{id}/template", {
          params: { path: { id: card.id } },
          body: { version: card.version, template: !card.template },
        }),
      ),
    onSuccess: (fresh) => {
      client.setQueryData(asks.card(card.id).queryKey, fresh);
      stale("card");
      say(fresh.template ? `${fresh.name} is a template now.` : `${fresh.name} is a card again.`);
    },
  });
  const paper = `/api/paper/cards/${card.id}`;
  return (
    <Menu>
      <MenuButton className="inline-flex min-h-9 items-center rounded-full border-[1.5px] border-ink/70 bg-chalk px-4 font-semibold text-sm hover:bg-canvas-deep">
        Do more
      </MenuButton>
      <MenuItems
        anchor={{ to: "bottom end", gap: 4 }}
        className="z-30 max-h-[80vh] w-72 overflow-y-auto rounded-xl border-[1.5px] border-seam bg-chalk py-1 text-sm shadow-lg focus:outline-none"
      >
        {mayPlan && (
          <Item onClick={() => open({ what: "schedule" })} disabled={changed}>
            Put it in the calendar {changed && "(save it first)"}
          </Item>
        )}
        {mayPlan && (
          <>
            <Line />
            <Item onClick={() => open({ what: "variant" })}>A version for …</Item>
            <Line />
            <Item onClick={() => copy.mutate()}>A copy</Item>
            <Item onClick={() => template.mutate()} disabled={changed}>
              {card.template ? "No template any more" : "Keep as a template"}
            </Item>
            <Item onClick={() => open({ what: "history" })}>History</Item>
          </>
        )}
        <Line />
        <Item href={`${paper}/wall.pdf`}>For the wall (PDF)</Item>
        <Item href={`${paper}/pocket.pdf`}>For the pocket (PDF)</Item>
        <Item href={`${paper}/card.json`}>As a file (JSON)</Item>
      </MenuItems>
    </Menu>
  );
}

const Line = () => <MenuSeparator className="my-1 h-px bg-seam" />;

type ItemProps = { onClick?: () => void; href?: string; disabled?: boolean; children: ReactNode };

function Item({ onClick, href, disabled, children }: ItemProps) {
  const look = "block w-full px-4 py-1.5 text-left data-focus:bg-canvas-deep data-disabled:text-ink-soft";
  return (
    <MenuItem disabled={disabled}>
      {href ? (
        <a href={href} download className={look}>
          {children}
        </a>
      ) : (
        <button type="button" onClick={onClick} className={look}>
          {children}
        </button>
      )}
    </MenuItem>
  );
}
