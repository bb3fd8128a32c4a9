import { useQuery } from "@tanstack/react-query";
import { type KeyboardEvent, type Ref, useMemo, useState } from "react";
import { createPortal } from "react-dom";
import { asks } from "../kit/queries";

export function useLexicon() {
  return useQuery(asks.lexicon());
}

const MOST = 7;
const LIST = "notation-completion";

/** What is being written: everything before the last separator, and the words after it. */
function tail(text: string): { before: string; words: string } {
  const found = /^(.*[-,+→()[\]]\s*|)([^-,+→()[\]]*)$/su.exec(text);
  return { before: found?.[1] ?? "", words: found?.[2] ?? text };
}

/** Everything a coach can write, sides included: "lead hook", "slip rear". */
function useWritable(): string[] {
  const lexicon = useLexicon();
  return useMemo(
    () =>
      (lexicon.data?.techniques ?? []).flatMap((technique) =>
        technique.names.flatMap((name) => {
          if (technique.sides.length < 2) return [name];
          const moves =
            ["defence", "step"].includes(technique.family) &&
            ["slip", "roll", "step", "step off", "shuffle", "pivot", "angle out"].includes(technique.name);
          return technique.sides.map((side) => (moves ? `${name} ${side}` : `${side} ${name}`)).concat(name);
        }),
      ),
    [lexicon.data],
  );
}

type Props = {
  ref: Ref<HTMLInputElement>;
  value: string;
  change: (value: string) => void;
  wrong: boolean;
  /** Where the offers are shown: under what is said of the line, never over it. */
  list: HTMLElement | null;
};

/** The line itself, completing technique names as they are typed: Tab or Enter takes one, Escape lets it be. */
export function CompletingLine({ ref, value, change, wrong, list }: Props) {
  const writable = useWritable();
  const [chosen, setChosen] = useState(0);
  const [open, setOpen] = useState(false);
  const { before, words } = tail(value);
  const wanted = words.trimStart().toLowerCase();
  const offers =
    wanted.length > 1 && /^[a-z ]+$/.test(wanted)
      ? [...new Set(writable)].filter((name) => name.startsWith(wanted) && name !== wanted).slice(0, MOST)
      : [];
  const shown = open && offers.length > 0;
  const take = (name: string) => {
    change(before + name);
    setOpen(false);
  };
  const press = (event: KeyboardEvent) => {
    if (!shown || event.ctrlKey) return;
    if (event.key === "ArrowDown" || event.key === "ArrowUp") {
      event.preventDefault();
      setChosen((chosen + (event.key === "ArrowDown" ? 1 : -1) + offers.length) % offers.length);
    } else if (event.key === "Tab" || event.key === "Enter") {
      event.preventDefault();
      take(offers[chosen] ?? (offers[0] as string));
    } else if (event.key === "Escape") setOpen(false);
  };
  return (
    <>
      <label htmlFor="notation" className="sr-only">
        Combination
      </label>
      <input
        id="notation"
        ref={ref}
        value={value}
        onChange={(event) => {
          change(event.target.value);
          setOpen(true);
          setChosen(0);
        }}
        onKeyDown={press}
        onBlur={() => setOpen(false)}
        role="combobox"
        aria-expanded={shown}
        aria-controls={LIST}
        aria-autocomplete="list"
        aria-activedescendant={shown ? `${LIST}-${chosen}` : undefined}
        spellCheck={false}
        autoComplete="off"
        autoCapitalize="none"
        placeholder="1-2-3b-2, or jab, cross, lead hook body, cross"
        aria-describedby="reading"
        aria-invalid={wrong ? true : undefined}
        className={`w-full rounded-xl border-2 bg-chalk py-2.5 pr-32 pl-4 font-semibold text-xl placeholder:font-normal placeholder:text-base placeholder:text-ink-soft ${wrong ? "border-rear" : "border-ink"}`}
      />
      {list &&
        createPortal(
          <div
            id={LIST}
            role="listbox"
            aria-label="Techniques"
            className={shown ? "mt-1 min-w-52 rounded-xl border-[1.5px] border-seam bg-chalk py-1 shadow-lg" : "hidden"}
          >
            {offers.map((name, i) => (
              <div
                key={name}
                id={`${LIST}-${i}`}
                role="option"
                tabIndex={-1}
                aria-selected={i === chosen}
                onMouseDown={(event) => {
                  event.preventDefault();
                  take(name);
                }}
                className={`cursor-pointer px-4 py-1 ${i === chosen ? "bg-canvas-deep font-semibold" : ""}`}
              >
                {name}
              </div>
            ))}
          </div>,
          list,
        )}
    </>
  );
}
