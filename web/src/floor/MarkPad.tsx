import { useState } from "react";
import type { Bout, OpenClass } from "../api/client";
import { Choice } from "../kit/Choice";

/** How a set went; `broke` is the link where it was lost. */
export type Marking = { clean: boolean; broke?: number };

/** A student in the strip of marks, as they stand in this round. */
export type Row = {
  student: OpenClass["students"][number];
  does?: string; // which version, where there are several
  usual: boolean; // whether it is what the group does
  next: () => void; // another version
  tally: string;
  hold?: Bout["held"][string];
  marked: boolean;
};

export const COUNTS = [1, 3, 5, 10]; // attempts that a tap may count

const KINDS = [
  { kind: "clean", sign: "✓" },
  { kind: "rough", sign: "~" },
  { kind: "lost it", sign: "⌇" },
] as const;

type PadProps = {
  rows: Row[];
  count: number;
  setCount: (count: number) => void;
  open: boolean;
  mark: (row: Row, marking: Marking) => void;
  lost: (row: Row) => void;
  takeBack?: () => void;
  children: React.ReactNode;
};

/** Marks under one thumb: what a tap means is chosen once, then each student is one tap away, all of them in sight. */
export function MarkPad({ rows, count, setCount, open, mark, lost, takeBack, children }: PadProps) {
  const [kind, setKind] = useState<(typeof KINDS)[number]["kind"]>("clean");
  const tap = (row: Row) => (kind === "lost it" ? lost(row) : mark(row, { clean: kind === "clean" }));
  const following = COUNTS[(COUNTS.indexOf(count) + 1) % COUNTS.length] as number;
  return (
    <section aria-label="Marks" className="flex min-h-0 flex-1 flex-col">
      {children}
      <ul className="grid min-h-0 flex-1 auto-rows-[minmax(3rem,5rem)] grid-cols-3 content-start gap-1.5 overflow-y-auto">
        {rows.map((row) => {
          const [first] = row.student.name.split(" ");
          const rest = row.student.name.slice(first?.length);
          return (
            <li key={row.student.id} className="flex">
              <button
                type="button"
                disabled={!open}
                onClick={() => tap(row)}
                className={`flex min-h-12 min-w-0 flex-1 flex-col items-start justify-center rounded-xl bg-night-raised px-2 py-1 text-left active:bg-night-line ${row.hold ? "border-2 border-brass-bright" : ""}`}
              >
                <span className="w-full truncate font-bold leading-tight">
                  {first}
                  <span className="sr-only">
                    {rest}: {kind === "lost it" ? "lost it, where?" : kind}
                  </span>
                </span>
                <span
                  className={`line-clamp-2 w-full text-xs leading-tight ${row.hold && !row.marked ? "font-semibold text-brass-bright" : "text-night-soft"}`}
                  data-testid={`tally ${row.student.name}`}
                >
                  {row.hold && !row.marked ? `not to ${row.hold.cannot.join(" or ")}: ${row.hold.instead}` : row.tally}
                </span>
              </button>
              {row.does && (
                <button
                  type="button"
                  aria-label={`${row.student.name} does ${row.does}: another version`}
                  onClick={row.next}
                  className="-ml-1 max-h-20 overflow-hidden text-ellipsis whitespace-nowrap rounded-r-xl bg-night-line px-1 font-semibold text-[11px] [writing-mode:vertical-rl]"
                >
                  {row.does}
                </button>
              )}
            </li>
          );
        })}
      </ul>
      <div className="mt-auto flex gap-1.5 pt-1.5">
        <Choice
          label="What a tap marks"
          options={KINDS.map(({ kind, sign }) => ({ value: kind, shown: `${sign} ${kind}`, label: kind }))}
          value={kind}
          choose={setKind}
          className="flex flex-1 gap-1.5"
          look={(chosen) =>
            `min-h-12 flex-1 rounded-xl border-2 font-bold text-sm ${chosen ? "bg-canvas text-night border-canvas" : "border-night-line text-canvas"}`
          }
        />
        <button
          type="button"
          aria-label={`A tap counts ${count}: make it ${following}`}
          onClick={() => setCount(following)}
          className="size-12 rounded-xl border-2 border-night-line font-bold"
        >
          ×{count}
        </button>
        <button
          type="button"
          aria-label="Take back"
          onClick={takeBack}
          disabled={!takeBack}
          className="size-12 rounded-xl border-2 border-night-line font-bold text-xl disabled:opacity-50"
        >
          ↶
        </button>
      </div>
    </section>
  );
}
