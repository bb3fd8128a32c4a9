import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from "@headlessui/react";
import { type Ref, useState } from "react";
import type { Combination } from "../api/client";

type What = { combination?: Combination; title?: string };
const MOST = 8;

/** A new round: a combination from the shelf by any part of its name, or any other words for a plain item. */
export function AddRound({
  ref,
  shelf,
  add,
}: {
  ref: Ref<HTMLInputElement>;
  shelf: Combination[];
  add: (what: What) => void;
}) {
  const [text, setText] = useState("");
  const wanted = text.trim().toLowerCase();
  const hits = shelf.filter((row) => `${row.name} ${row.notation}`.toLowerCase().includes(wanted)).slice(0, MOST);
  const choose = (what: What | null) => {
    if (!what) return;
    add(what);
    setText("");
  };
  return (
    <div className="mt-2">
      <Combobox value={null} onChange={choose} immediate>
        <ComboboxInput
          ref={ref}
          aria-label="Add a round"
          placeholder="Add a round: a combination, or words like Rope and shoulders"
          value={text}
          onChange={(event) => setText(event.target.value)}
          className="w-full rounded-xl border-2 border-seam border-dashed bg-transparent px-4 py-2.5 placeholder:text-ink-soft focus:border-ink"
        />
        <ComboboxOptions
          anchor={{ to: "bottom start", gap: 4 }}
          className="z-30 w-(--input-width) rounded-xl border-[1.5px] border-seam bg-chalk py-1 shadow-lg empty:invisible"
        >
          {hits.map((row) => (
            <ComboboxOption
              key={row.id}
              value={{ combination: row } as What}
              className="flex cursor-pointer items-baseline gap-3 px-4 py-1.5 data-focus:bg-canvas-deep"
            >
              <span className="font-semibold">{row.name}</span>
              <span className="text-ink-soft text-sm">{row.notation}</span>
            </ComboboxOption>
          ))}
          {text.trim() !== "" && (
            <ComboboxOption
              value={{ title: text.trim() } as What}
              className="cursor-pointer px-4 py-1.5 data-focus:bg-canvas-deep"
            >
              Plain item: <span className="font-semibold">{text.trim()}</span>
            </ComboboxOption>
          )}
        </ComboboxOptions>
      </Combobox>
    </div>
  );
}
