import { LIMITS, TRADE_BEGINS, TRADE_FORCES, TRADE_TURNS } from "../api/known";
import { LabelledSelect } from "../kit/LabelledSelect";
import { Field, within } from "../kit/parts";
import { type DrillFacts, FIRST_TRADE } from "./drills";

type Trade = NonNullable<DrillFacts["trade"]>;
const TURNS: Record<Trade["turn"], string> = {
  "n for n": "so many sets each",
  "until countered": "on until the other counters",
  "last to finish": "back and forth, last to finish",
  "counter at once": "counter as fast as you can",
};
const BEGINS: Record<Trade["begins"], string> = { "in turn": "each begins in turn", one: "the same one begins" };

/** How partners give and take: who begins, when it turns, how hard. */
export function TradeFields({ facts, change }: { facts: DrillFacts; change: (some: Partial<DrillFacts>) => void }) {
  const trade = facts.trade ?? FIRST_TRADE;
  const set = (some: Partial<Trade>) => change({ trade: { ...trade, ...some } });
  const expects = trade.turn === "until countered" || trade.turn === "last to finish";
  return (
    <fieldset className="grid gap-3 rounded-xl border-[1.5px] border-seam p-3 sm:grid-cols-[3fr_2fr_2fr]">
      <legend className="px-1 font-semibold text-sm">How they trade</legend>
      <LabelledSelect label="When it turns" value={trade.turn} set={(turn) => set({ turn: turn as Trade["turn"] })}>
        {TRADE_TURNS.map((turn) => (
          <option key={turn} value={turn}>
            {TURNS[turn]}
          </option>
        ))}
      </LabelledSelect>
      <LabelledSelect
        label="Who begins"
        value={trade.begins}
        set={(begins) => set({ begins: begins as Trade["begins"] })}
      >
        {TRADE_BEGINS.map((begins) => (
          <option key={begins} value={begins}>
            {BEGINS[begins]}
          </option>
        ))}
      </LabelledSelect>
      <LabelledSelect
        label="How hard"
        value={facts.intensity ?? "light"}
        set={(intensity) => change({ intensity: intensity as DrillFacts["intensity"] })}
      >
        {TRADE_FORCES.map((force) => (
          <option key={force} value={force}>
            {force === "hard" ? "hard, with shin pads" : force}
          </option>
        ))}
      </LabelledSelect>
      {trade.turn === "n for n" && (
        <Field
          label="Sets each"
          {...within(LIMITS.tradeSets)}
          value={trade.sets}
          onChange={(event) => set({ sets: Number(event.target.value) })}
        />
      )}
      {expects && (
        <Field
          label="Sets you expect of an exchange"
          {...within(LIMITS.tradeSets)}
          value={trade.expected}
          onChange={(event) => set({ expected: Number(event.target.value) })}
          hint="What each strikes and takes is reckoned from it."
        />
      )}
      <p className="text-ink-soft text-xs sm:col-span-3">
        The first combination is what whoever begins throws; the second, if there is one, is the other's answer. How
        hard is said aloud before they begin. Juniors trade by touch.
      </p>
    </fieldset>
  );
}
