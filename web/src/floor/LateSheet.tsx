import { useState } from "react";
import type { OpenClass } from "../api/client";
import { Button } from "../kit/parts";
import { Sheet } from "../kit/Sheet";
import { clock, spoken } from "../kit/time";
import { catchUp } from "./catchUp";
import { type Ring, remaining } from "./ring";

type Props = {
  open: boolean;
  close: () => void;
  opened: OpenClass;
  ring: Ring;
  now: number;
  fit: (added: Record<number, number>) => void;
};

/** "We have 25 minutes": what would be cut of the rest of the class, and then the choice. Needs no network. */
export function LateSheet({ open, close, opened, ring, now, fit }: Props) {
  const planned = Math.ceil(remaining(ring, now) / 60_000);
  const [minutes, setMinutes] = useState("");
  const wanted = Number(minutes);
  const found = wanted > 0 ? catchUp(opened, ring, now, wanted * 60) : undefined;
  const changed = Object.keys(ring.extra).some((at) => Number(at) > ring.at);
  const take = (added: Record<number, number>) => {
    fit(added);
    setMinutes("");
    close();
  };
  return (
    <Sheet open={open} close={close} title="Running late">
      <form
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          if (typeof found === "object") take(found.added);
        }}
      >
        <label className="flex flex-wrap items-center gap-2 font-semibold text-lg">
          We have
          <input
            aria-label="Minutes we have"
            inputMode="numeric"
            value={minutes}
            placeholder={String(planned)}
            onChange={(event) => setMinutes(event.target.value.replace(/\D/g, "").slice(0, 3))}
            className="w-24 rounded-lg border-[1.5px] border-seam bg-chalk px-3 py-1.5 font-extrabold text-2xl"
          />
          minutes, and {planned} are planned.
        </label>
        {typeof found === "number" && (
          <p role="alert" className="font-semibold text-rear">
            What must stay takes {spoken(found)} more than that at its shortest.
          </p>
        )}
        {typeof found === "object" && (
          <ul aria-label="What changes" className="grid gap-1">
            {found.changes.length === 0 && found.rests === 0 && <li>Nothing has to go.</li>}
            {found.changes.map(({ title, was, work }, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: rounds of one title follow each other.
              <li key={i}>
                <strong>{title}</strong>: {work === null ? "left out" : `${clock(was)} → ${clock(work)}`}
              </li>
            ))}
            {found.rests > 0 && (
              <li className="text-ink-soft">
                {found.rests === 1 ? "One rest is" : `${found.rests} rests are`} shorter
              </li>
            )}
          </ul>
        )}
        <p className="text-ink-soft text-xs">
          The round that is on stays as it is. Technique is kept before finishers, hard rounds keep the rest their
          effort needs, the cool-down stays.
        </p>
        <div className="flex flex-wrap justify-end gap-2">
          {changed && <Button onClick={() => take({})}>As it was planned</Button>}
          <Button look="main" big type="submit" disabled={typeof found !== "object"}>
            Go by this
          </Button>
        </div>
      </form>
    </Sheet>
  );
}
