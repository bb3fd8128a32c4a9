import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from "@headlessui/react";
import { type ReactNode, type Ref, useState } from "react";
import { useMeant } from "./queries";

export type Offer<T> = { key: string; value: T; name: string; hint?: string; shown?: ReactNode };
type Props<T> = {
  ref?: Ref<HTMLInputElement>;
  label: string;
  placeholder: string;
  offers: Offer<T>[];
  /** What words that are on no shelf become, if anything. */
  words?: (text: string) => Offer<T>;
  choose: (value: T) => void;
  className?: string;
};
const MOST = 8;

/** One line that finds something by any part of its name, a combination by what it is too, and takes it with Enter; then
 * it is empty again. */
export function ShelfBox<T>({ ref, label, placeholder, offers, words, choose, className = "" }: Props<T>) {
  const [text, setText] = useState("");
  const wanted = text.trim().toLowerCase();
  const meant = useMeant(text);
  const hits = offers.filter(
    (offer) => `${offer.name} ${offer.hint ?? ""}`.toLowerCase().includes(wanted) || meant.has(offer.key),
  );
  const first = hits.filter((offer) => offer.name.toLowerCase().startsWith(wanted));
  const shown = [...first, ...hits.filter((offer) => !first.includes(offer))].slice(0, MOST);
  const all = words && text.trim() ? [...shown, words(text.trim())] : shown;
  return (
    <div className={className}>
      <Combobox
        value={null as Offer<T> | null}
        onChange={(offer) => {
          if (!offer) return;
          setText("");
          choose(offer.value);
        }}
      >
        <ComboboxInput
          ref={ref}
          aria-label={label}
          placeholder={placeholder}
          value={text}
          onChange={(event) => setText(event.target.value)}
          className="w-full rounded-xl border-2 border-seam border-dashed bg-transparent px-4 py-2 placeholder:text-ink-soft focus:border-ink"
        />
        <ComboboxOptions
          anchor={{ to: "bottom start", gap: 4 }}
          className="z-30 w-(--input-width) rounded-xl border-[1.5px] border-seam bg-chalk py-1 shadow-lg empty:invisible"
        >
          {all.map((offer) => (
            <ComboboxOption
              key={offer.key}
              value={offer}
              className="flex cursor-pointer items-baseline gap-3 px-4 py-1.5 data-focus:bg-canvas-deep"
            >
              {offer.shown ?? <span className="font-semibold">{offer.name}</span>}
              {offer.hint && <span className="truncate text-ink-soft text-sm">{offer.hint}</span>}
            </ComboboxOption>
          ))}
        </ComboboxOptions>
      </Combobox>
    </div>
  );
}
