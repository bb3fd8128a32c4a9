import { useEffect, useState } from "react";
import type { Schemas } from "../api/client";
import { clock, seconds } from "../kit/time";
import type { Pacing, Solve } from "./useAnalysis";

type Props = {
  pacing: Pacing;
  change: (pacing: Pacing) => void;
  pace?: Schemas["Pace"] | null;
  infeasible?: { message: string } | null;
};

const FIELDS: {
  name: Solve;
  label: string;
  show: (value: number) => string;
  read: (text: string) => number | undefined;
  least: number;
  most: number;
}[] = [
  { name: "work", label: "round", show: clock, read: seconds, least: 1, most: 3600 },
  {
    name: "pause",
    label: "pause, s",
    show: (value) => String(Math.round(value * 100) / 100),
    read: decimal,
    least: 0,
    most: 60,
  },
  {
    name: "tempo",
    label: "beats a min",
    show: (value) => String(Math.round(value * 10) / 10),
    read: decimal,
    least: 1,
    most: 600,
  },
  { name: "sets", label: "sets", show: String, read: whole, least: 1, most: 10_000 },
];

function decimal(text: string) {
  return /^\s*\d+([.,]\d+)?\s*$/.test(text) ? Number(text.replace(",", ".")) : undefined;
}

function whole(text: string) {
  return /^\s*\d+\s*$/.test(text) ? Number(text) : undefined;
}

/** Sets, round, pause and tempo: three are pinned and the fourth follows. */
export function PaceBar({ pacing, change, pace, infeasible }: Props) {
  const pin = (name: Solve, value: number) => {
    const solve = name === pacing.solve ? (name === "sets" ? "tempo" : "sets") : pacing.solve;
    const now = pace
      ? { work: Math.round(pace.work), sets: Math.max(1, pace.sets), tempo: pace.tempo, pause: pace.pause }
      : {};
    change({ ...pacing, ...now, [name]: value, solve });
  };
  return (
    <section aria-label="Pace" className="night rounded-xl bg-ink px-4 py-3 text-canvas">
      <div className="grid grid-cols-2 gap-x-4 gap-y-3 sm:grid-cols-5">
        {FIELDS.map((field) => (
          <Cell
            key={field.name}
            field={field}
            value={field.name === pacing.solve ? pace?.[field.name] : pacing[field.name]}
            follows={field.name === pacing.solve}
            pin={(value) => pin(field.name, value)}
            follow={() => change({ ...pacing, solve: field.name })}
          />
        ))}
        <div>
          <p className="wide font-extrabold text-2xl text-brass-bright" data-testid="strikes">
            {pace ? pace.strikes : "–"}
          </p>
          <p className="text-canvas/80 text-xs">
            strikes{pace && `, left ${pace.counts.by_hand.left}, right ${pace.counts.by_hand.right}`}
          </p>
        </div>
      </div>
      {(infeasible || pace?.unlikely) && (
        <p role="alert" className="mt-2 font-semibold text-brass-bright text-sm">
          {infeasible?.message ?? pace?.unlikely}
        </p>
      )}
    </section>
  );
}

type CellProps = {
  field: (typeof FIELDS)[number];
  value?: number;
  follows: boolean;
  pin: (value: number) => void;
  follow: () => void;
};

function Cell({ field, value, follows, pin, follow }: CellProps) {
  const shown = value === undefined ? "–" : field.show(value);
  const [text, setText] = useState(shown);
  const [wrong, setWrong] = useState(false);
  useEffect(() => {
    setText(shown);
    setWrong(false);
  }, [shown]);
  const commit = () => {
    const read = field.read(text);
    if (text === shown) return setWrong(false);
    if (read === undefined || read < field.least || read > field.most) return setWrong(true);
    setWrong(false);
    pin(read);
  };
  return (
    <div>
      <input
        aria-label={field.label}
        aria-invalid={wrong || undefined}
        value={text}
        onChange={(event) => setText(event.target.value)}
        onBlur={commit}
        onKeyDown={(event) => event.key === "Enter" && commit()}
        className={`wide w-full rounded bg-transparent font-extrabold text-2xl ${follows ? "text-brass-bright" : "text-canvas"} ${wrong ? "underline decoration-2 decoration-rear-night" : ""}`}
      />
      <p className="flex items-center gap-2 text-canvas/80 text-xs">
        {wrong ? (
          <span className="font-semibold text-rear-night">
            from {field.show(field.least)} to {field.show(field.most)}
          </span>
        ) : (
          field.label
        )}
        <button
          type="button"
          onClick={follow}
          aria-pressed={follows}
          aria-label={`${field.label} ${follows ? "follows" : "pinned: let it follow"}`}
          className={`rounded-full border px-1.5 ${follows ? "border-brass-bright text-brass-bright" : "border-canvas/40 text-canvas/80 hover:border-canvas"}`}
        >
          {follows ? "follows" : "pinned"}
        </button>
      </p>
    </div>
  );
}
