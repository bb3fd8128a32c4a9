import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from "@headlessui/react";
import { useState } from "react";
import { useNavigate } from "react-router";
import { useCards, useMeant, usePeople, useShelf } from "../kit/queries";
import { Sheet } from "../kit/Sheet";
import { count } from "../kit/words";

type Hit = { id: string; kind: string; name: string; note: string; to: string };
const MOST = 9;

/** Finds a combination, a card or a student by any part of its name or notation. */
export function Finder({ open, close }: { open: boolean; close: () => void }) {
  const navigate = useNavigate();
  const [text, setText] = useState("");
  const hits = useHits(open, text);
  const go = (hit: Hit | null) => {
    if (!hit) return;
    close();
    setText("");
    navigate(hit.to);
  };
  return (
    <Sheet open={open} close={close} title="Find anything">
      <Combobox value={null} onChange={go}>
        <ComboboxInput
          autoFocus
          aria-label="Find a combination, card or student"
          placeholder="a name, or what a combination is: body hook"
          className="w-full rounded-lg border-[1.5px] border-ink bg-chalk px-3 py-2"
          value={text}
          onChange={(event) => setText(event.target.value)}
        />
        <ComboboxOptions static className="mt-2">
          {hits.map((hit) => (
            <ComboboxOption
              key={hit.kind + hit.id}
              value={hit}
              className="flex cursor-pointer items-baseline gap-3 rounded-lg px-3 py-2 data-focus:bg-canvas-deep"
            >
              <span className="font-semibold">{hit.name}</span>
              <span className="flex-1 truncate text-ink-soft text-sm">{hit.note}</span>
              <span className="text-ink-soft text-xs">{hit.kind}</span>
            </ComboboxOption>
          ))}
        </ComboboxOptions>
      </Combobox>
      {hits.length === 0 && <p className="mt-3 text-ink-soft text-sm">Nothing by that name.</p>}
    </Sheet>
  );
}

function useHits(open: boolean, text: string): Hit[] {
  const shelf = useShelf({ enabled: open });
  const cards = useCards({ enabled: open });
  const people = usePeople({ enabled: open });
  const meant = useMeant(text, open);
  const all: Hit[] = [
    ...(shelf.data ?? []).map((row) => ({
      id: row.id,
      kind: "combination",
      name: row.name,
      note: row.notation,
      to: `/bench/${row.id}`,
    })),
    ...(cards.data ?? []).map((row) => ({
      id: row.id,
      kind: "card",
      name: row.name,
      note: `${count(row.rounds, "round")}`,
      to: `/card/${row.id}`,
    })),
    ...(people.data?.students ?? []).map((row) => ({
      id: row.id,
      kind: "student",
      name: row.name,
      note: row.group_name,
      to: `/book/${row.id}`,
    })),
  ];
  const wanted = text.trim().toLowerCase();
  const named = all.filter((hit) => `${hit.name} ${hit.note}`.toLowerCase().includes(wanted));
  return [...named, ...all.filter((hit) => meant.has(hit.id) && !named.includes(hit))].slice(0, MOST);
}
