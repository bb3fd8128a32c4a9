import { Disclosure, DisclosureButton, DisclosurePanel } from "@headlessui/react";
import { useQuery } from "@tanstack/react-query";
import type { Analysis, Schemas } from "../api/client";
import { asks } from "../kit/queries";
import { decimal } from "../kit/ways";
import { count } from "../kit/words";

type Pace = { tempo: number; pause: number };
export type Beside = { title: string; notation: string };
const KINDS = {
  forward: "from the front",
  backward: "from the back",
  link: "link by link",
  around: "round the weak link",
  steps: "with steps",
};

/** How to teach it: parts with their counts, what the holder does, and the other stance, each shown beside the original. */
export function Teaching({
  reading,
  pace,
  show,
  mirror,
}: {
  reading?: Analysis;
  pace?: Pace;
  show: (beside: Beside) => void;
  mirror: () => void;
}) {
  if (!reading) return null;
  return (
    <section aria-label="Teaching it" className="grid gap-1.5">
      <Fold title="Parts">
        <PartList notation={reading.canonical} pace={pace} show={show} />
      </Fold>
      <Fold title="For the holder">
        <Holder reading={reading} />
      </Fold>
      <button
        type="button"
        onClick={mirror}
        className="rounded-lg px-2 py-1 text-left font-semibold text-sm hover:bg-canvas-deep"
      >
        Mirror: the other stance
      </button>
    </section>
  );
}

function Fold({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <Disclosure>
      <DisclosureButton className="group flex items-center gap-2 rounded-lg px-2 py-1 text-left font-semibold text-sm hover:bg-canvas-deep">
        <span aria-hidden="true" className="inline-block transition-transform group-data-open:rotate-90">
          ›
        </span>
        {title}
      </DisclosureButton>
      <DisclosurePanel className="pl-2">{children}</DisclosurePanel>
    </Disclosure>
  );
}

type PartListProps = { notation: string; pace?: Pace; show: (beside: Beside) => void };

function PartList({ notation, pace, show }: PartListProps) {
  const parts = useQuery(asks.parts({ notation, ...(pace && { tempo: pace.tempo, pause: pace.pause }) }));
  const kinds = Map.groupBy(parts.data ?? [], (part) => part.kind);
  if (parts.data?.length === 0) return <p className="text-ink-soft text-sm">One action has no parts.</p>;
  return (
    <div className="max-h-64 overflow-y-auto text-sm">
      {[...kinds].map(([kind, list]) => (
        <div key={kind} className="mb-1.5">
          <p className="text-ink-soft text-xs">{KINDS[kind]}</p>
          <ul>
            {list.map((part) => (
              <PartLine
                key={`${part.from}-${part.to}`}
                part={part}
                show={() => show({ title: KINDS[kind], notation: part.notation })}
              />
            ))}
          </ul>
        </div>
      ))}
      <p className="text-ink-soft text-xs">Sets in two minutes at this pace.</p>
    </div>
  );
}

function PartLine({ part, show }: { part: Schemas["Part"]; show: () => void }) {
  return (
    <li>
      <button
        type="button"
        onClick={show}
        className="flex w-full items-baseline gap-2 rounded px-1 py-0.5 text-left hover:bg-canvas-deep"
      >
        <span className="min-w-0 flex-1 truncate font-semibold">{part.notation}</span>
        <span className="shrink-0 text-ink-soft text-xs">
          {decimal(part.set_time, 1)} s · {count(part.sets, "set")}
        </span>
      </button>
    </li>
  );
}

function Holder({ reading }: { reading: Analysis }) {
  return (
    <ol className="max-h-64 overflow-y-auto text-sm">
      {reading.actions.map((action, i) => {
        const shown = reading.holder[i];
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: the order of the actions is what they are
          <li key={i} className="py-0.5">
            <span className="font-semibold">{action.label}</span>{" "}
            {shown ? (
              <>
                {shown.pad}
                {shown.pad === "left" || shown.pad === "right" ? " pad" : ""}, {shown.height}, turned {shown.turned};{" "}
                <span className="text-ink-soft">{shown.idle}</span>
              </>
            ) : (
              <span className="text-ink-soft">{action.by === "partner" ? "your feed" : "nothing to show"}</span>
            )}
          </li>
        );
      })}
    </ol>
  );
}
