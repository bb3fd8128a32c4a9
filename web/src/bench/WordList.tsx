import { useState } from "react";
import type { Schemas } from "../api/client";
import { Field } from "../kit/parts";
import { Scrolling } from "../kit/Scrolling";
import { Sheet } from "../kit/Sheet";
import { useLexicon } from "./Completion";

/** Phrases shown of each kind while nothing is looked for. */
const FEW = 7;

type Lexicon = Schemas["Lexicon"];

/** Every technique with its other names, and how level, side, feint, partner and pause are written. */
export function WordList({ open, close }: { open: boolean; close: () => void }) {
  const lexicon = useLexicon();
  const [wanted, setWanted] = useState("");
  return (
    <Sheet open={open} close={close} title="How to write it">
      <Field
        label="Look for a word"
        hideLabel
        value={wanted}
        onChange={(event) => setWanted(event.target.value)}
        placeholder="teep, body, feint …"
        className="mb-3"
      />
      {lexicon.data && (
        <Scrolling label="Words" className="max-h-[60vh] pr-1">
          <Ways lexicon={lexicon.data} wanted={wanted.trim().toLowerCase()} />
          <Techniques lexicon={lexicon.data} wanted={wanted.trim().toLowerCase()} />
        </Scrolling>
      )}
    </Sheet>
  );
}

function Ways({ lexicon, wanted }: { lexicon: Lexicon; wanted: string }) {
  const ways = lexicon.ways.filter((way) =>
    `${way.what} ${[...way.examples, ...way.phrases].join(" ")}`.toLowerCase().includes(wanted),
  );
  return (
    <dl className="mb-4 grid gap-x-4 gap-y-1.5 text-sm sm:grid-cols-[9rem_1fr]">
      {ways.map((way) => (
        <div key={way.what} className="contents">
          <dt className="font-bold">{way.what}</dt>
          <dd>
            <strong className="font-semibold">{way.examples.join(" · ")}</strong>
            {way.phrases.length > 0 && (
              <span className="text-ink-soft"> · {way.phrases.slice(0, wanted ? undefined : FEW).join(" · ")}</span>
            )}
          </dd>
        </div>
      ))}
    </dl>
  );
}

function Techniques({ lexicon, wanted }: { lexicon: Lexicon; wanted: string }) {
  const found = lexicon.techniques.filter((each) => `${each.family} ${each.names.join(" ")}`.includes(wanted));
  const families = [...new Set(found.map((each) => each.family))];
  if (found.length === 0 && wanted) return <p className="text-ink-soft text-sm">No technique is called that here.</p>;
  return families.map((family) => (
    <section key={family} className="mb-3">
      <h3 className="mb-1 font-bold first-letter:uppercase">{family}</h3>
      <ul className="grid gap-x-4 text-sm sm:grid-cols-2">
        {found
          .filter((each) => each.family === family)
          .map((each) => (
            <li key={each.id}>
              <strong>{each.name}</strong>{" "}
              <span className="text-ink-soft">{each.names.filter((name) => name !== each.name).join(", ")}</span>
            </li>
          ))}
      </ul>
    </section>
  ));
}
