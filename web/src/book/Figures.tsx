import { Disclosure, DisclosureButton, DisclosurePanel } from "@headlessui/react";
import type { Schemas } from "../api/client";

type Figure = Schemas["Figure"];

const NAMES: Record<string, { title: string; show: (value: number) => string }> = {
  acute_7: { title: "Last 7 days", show: whole },
  chronic_28: { title: "Usual week (28 days)", show: whole },
  ratio: { title: "Week against usual", show: two },
  uncoupled: { title: "Week against the three before", show: two },
  ewma_7: { title: "Weighted day, 7", show: whole },
  ewma_28: { title: "Weighted day, 28", show: whole },
  ewma_ratio: { title: "Weighted ratio", show: two },
  monotony: { title: "Monotony", show: two },
  strain: { title: "Strain", show: whole },
  week_change: {
    title: "Change on last week",
    show: (value) => `${value > 0 ? "+" : "−"}${Math.abs(Math.round(value * 100))} %`,
  },
};

function whole(value: number) {
  return Math.round(value).toLocaleString("en-GB");
}

function two(value: number) {
  return value.toFixed(2);
}

/** The load figures; each can be asked where it comes from. */
export function Figures({ figures }: { figures: Figure[] }) {
  return (
    <section aria-label="Load figures" className="rounded-2xl border-[1.5px] border-seam bg-chalk p-4">
      <h2 className="wide mb-2 font-extrabold text-lg">What the load says</h2>
      <div className="grid grid-cols-2 items-start gap-2 sm:grid-cols-3 xl:grid-cols-5">
        {figures.map((figure) => (
          <Told key={figure.name} figure={figure} />
        ))}
      </div>
      <p className="mt-3 text-ink-soft text-xs">
        Ratios are context, not prophecy: their use for predicting injury is disputed. At two or three sessions a week
        monotony stays low by construction.
      </p>
    </section>
  );
}

function Told({ figure }: { figure: Figure }) {
  const { title, show } = NAMES[figure.name] ?? { title: figure.name, show: two };
  return (
    <Disclosure as="div" className="rounded-lg bg-canvas px-3 py-2">
      <p className="text-ink-soft text-xs">{title}</p>
      {figure.value === null ? (
        <p className="text-sm">{figure.reason}</p>
      ) : (
        <p className="wide font-extrabold text-xl">{show(figure.value)}</p>
      )}
      <DisclosureButton aria-label={`${title}, where from?`} className="text-ink-soft text-xs underline">
        where from?
      </DisclosureButton>
      <DisclosurePanel className="mt-1 text-xs">
        {figure.formula}. <span className="text-ink-soft">{figure.source}.</span>
      </DisclosurePanel>
    </Disclosure>
  );
}
