import { type Ref, useState } from "react";
import type { Schemas } from "../api/client";
import { CompletingLine } from "./Completion";

type Props = {
  ref: Ref<HTMLInputElement>;
  value: string;
  change: (value: string) => void;
  put: (value: string) => void;
  answer?: Schemas["Answer"];
  stance: "orthodox" | "southpaw";
  setStance: (stance: "orthodox" | "southpaw") => void;
  showWords: () => void;
};

/** The line a coach types in, and under it the reading in words, or what cannot be read and what was probably meant. */
export function NotationLine({ ref, value, change, put, answer, stance, setStance, showWords }: Props) {
  const [list, setList] = useState<HTMLDivElement | null>(null);
  const wrong = answer?.unreadable;
  const reading = answer?.reading;
  return (
    <div className="relative">
      <div className="relative">
        <CompletingLine ref={ref} value={value} change={change} wrong={Boolean(wrong)} list={list} />
        <button
          type="button"
          onClick={() => setStance(stance === "orthodox" ? "southpaw" : "orthodox")}
          aria-label={`Stance: ${stance}. Change it.`}
          className="absolute top-2 right-2 rounded-lg border-[1.5px] border-seam bg-canvas px-3 py-1.5 font-semibold text-sm hover:bg-canvas-deep"
        >
          {stance}
        </button>
      </div>
      <div id="reading" className="mt-1 min-h-6 px-1 text-[15px]" aria-live="polite">
        {wrong && value.trim() !== "" ? (
          <Unreadable wrong={wrong} value={value} put={put} />
        ) : (
          reading && (
            <p className="line-clamp-2 lg:line-clamp-1" title={reading.by_hand}>
              {reading.spoken}
              <span className="ml-3 text-ink-soft text-sm">{reading.by_hand}</span>
            </p>
          )
        )}
        {value.trim() === "" && (
          <p className="text-ink-soft text-sm">
            As you would say it: numbers, names, "right hand", "body kick", "slip the jab".{" "}
            <button type="button" className="font-semibold underline" onClick={showWords}>
              Every word (h)
            </button>
          </p>
        )}
      </div>
      <div ref={setList} className="absolute top-full left-4 z-20" />
    </div>
  );
}

function Unreadable({
  wrong,
  value,
  put,
}: {
  wrong: NonNullable<Schemas["Answer"]["unreadable"]>;
  value: string;
  put: (value: string) => void;
}) {
  const [before, after] = [value.slice(0, wrong.at), value.slice(wrong.at + wrong.length)];
  return (
    <div>
      <p className="overflow-x-auto whitespace-pre text-ink-soft">
        {before.slice(-40)}
        <mark className="rounded bg-rear-pale px-0.5 font-bold text-rear underline decoration-wavy">
          {wrong.token || " "}
        </mark>
        {after.slice(0, 40)}
      </p>
      <p className="flex flex-wrap items-center gap-2">
        <span className="font-semibold text-rear">{wrong.message}</span>
        {wrong.suggestions.map((suggestion) => (
          <button
            key={suggestion}
            type="button"
            onClick={() => put(before + suggestion + after)}
            className="rounded-full border-[1.5px] border-ink bg-chalk px-3 py-0.5 font-semibold text-sm hover:bg-canvas-deep"
          >
            {suggestion}
          </button>
        ))}
      </p>
    </div>
  );
}
