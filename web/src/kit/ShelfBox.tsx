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
  /** The same, but offered before all others. */
  first?: (text: string) => Offer<T>;
  /** Takes it; a promise of false brings the text back into the line. */
  // biome-ignore lint/suspicious/noConfusingVoidType: most take it at once and give nothing.
  choose: (value: T) => void | Promise<boolean>;
  /** Several lines pasted at once. */
  pasted?: (text: string) => void;
  className?: string;
};
const MOST = 8;

/** One line that finds something by any part of its name, a combination by what it is too, and takes it with Enter; then
 * it is empty again. */
export function ShelfBox<T>({
  ref,
  label,
  placeholder,
  offers,
  words,
  first,
  choose,
  pasted,
  className = "",
}: Props<T>) {
  const [text, setText] = useState("");
  const wanted = text.trim().toLowerCase();
  const meant = useMeant(text);
  const hits = offers.filter(
    (offer) => `${offer.name} ${offer.hint ?? ""}`.toLowerCase().includes(wanted) || meant.has(offer.key),
  );
  const begin = hits.filter((offer) => offer.name.toLowerCase().startsWith(wanted));
  const shown = [...begin, ...hits.filter((offer) => !begin.includes(offer))].slice(0, MOST);
  const written = text.trim();
  const all = [...(first && written ? [first(written)] : []), ...shown, ...(words && written ? [words(written)] : [])];
  return (
    <div className={className}>
      <Combobox
        value={null as Offer<T> | null}
        onChange={(offer) => {
          if (!offer) return;
          setText("");
          void Promise.resolve(choose(offer.value)).then((taken) => {
            if (taken === false) setText((now) => now || text);
          });
        }}
      >
        <ComboboxInput
          ref={ref}
          aria-label={label}
          placeholder={placeholder}
          value={text}
          onChange={(event) => setText(event.target.value)}
          onPaste={(event) => {
            const lines = event.clipboardData.getData("text");
            if (!pasted || !lines.trim().includes("\n")) return;
            event.preventDefault();
            pasted(lines);
          }}
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
