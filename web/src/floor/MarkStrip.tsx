import { useState } from "react";
import type { Bout, HeldClass } from "../api/client";
import { Choice } from "../kit/Choice";
import { useClub } from "../kit/session";
import type { Hall, Tap } from "./ClassPlace";
import type { Outbox } from "./outbox";

type Props = {
  held: HeldClass;
  hall: Hall;
  round?: Bout;
  mark: (tap: Omit<Tap, "id">) => string;
  takeBack: () => void;
  outbox: Outbox;
};
const COUNTS = [1, 3, 5, 10];

/** The students in a strip: each tap counts so many attempts as clean or as rough. */
export function MarkStrip({ held, hall, round, mark, takeBack, outbox }: Props) {
  const club = useClub();
  const [count, setCount] = useState(1);
  const present = held.students.filter((student) => hall.present.includes(student.id));
  const combination = round?.combination_id;
  const tap = (student: string, clean: boolean) => {
    if (!combination || !round) return;
    const facts = { student, combination, rung: round.rung, attempted: count, clean: clean ? count : 0 };
    const id = mark(facts);
    outbox.put({
      table: "marks",
      fact: {
        id,
        student_id: student,
        combination_id: combination,
        rung: round.rung,
        on: dayOf(club.time_zone),
        attempted: count,
        clean: facts.clean,
        at: new Date().toISOString(),
      },
    });
  };
  if (present.length === 0)
    return (
      <p className="text-night-soft">
        Nobody is checked in: the clock runs all the same. Go to the door to check students in.
      </p>
    );
  return (
    <section aria-label="Marks" className="min-w-0">
      <div className="mb-2 flex items-center justify-between gap-2">
        <div className="flex items-center gap-2 text-sm">
          <span className="text-night-soft">a tap counts</span>
          <Choice
            label="Attempts a tap counts"
            options={COUNTS.map((n) => ({ value: n, shown: n }))}
            value={count}
            choose={setCount}
            className="flex gap-1.5"
            look={(chosen) =>
              `size-9 rounded-full border-2 font-bold ${chosen ? "border-brass-bright bg-brass-bright text-night" : "border-night-line text-canvas"}`
            }
          />
        </div>
        <button
          type="button"
          onClick={takeBack}
          disabled={hall.taps.length === 0}
          className="min-h-9 rounded-full border-2 border-night-line px-3 font-semibold text-sm disabled:opacity-60"
        >
          Take back
        </button>
      </div>
      {!combination && <p className="mb-2 text-night-soft">Nothing to mark in this round.</p>}
      <ul className="grid gap-2 lg:max-h-[calc(100dvh-236px)] lg:overflow-y-auto">
        {present.map((student) => {
          const taps = hall.taps.filter(
            (entry) => entry.student === student.id && entry.combination === combination && entry.rung === round?.rung,
          );
          const clean = taps.reduce((sum, entry) => sum + entry.clean, 0);
          const attempted = taps.reduce((sum, entry) => sum + entry.attempted, 0);
          return (
            <li key={student.id} className="flex items-center gap-2 rounded-xl bg-night-raised py-1.5 pr-1.5 pl-4">
              <span className="min-w-0 flex-1">
                <span className="block truncate font-bold text-lg">{student.name.split(" ")[0]}</span>
                <span className="text-night-soft text-sm" data-testid={`tally ${student.name}`}>
                  {attempted > 0 ? `${clean} clean of ${attempted}` : student.level}
                </span>
              </span>
              <MarkButton
                label={`${student.name}: clean`}
                sign="✓"
                look="border-[#5db8ad] text-[#7fd0c6]"
                disabled={!combination}
                tap={() => tap(student.id, true)}
              />
              <MarkButton
                label={`${student.name}: rough`}
                sign="~"
                look="border-brass-bright text-brass-bright"
                disabled={!combination}
                tap={() => tap(student.id, false)}
              />
            </li>
          );
        })}
      </ul>
    </section>
  );
}

function MarkButton({
  label,
  sign,
  look,
  disabled,
  tap,
}: {
  label: string;
  sign: string;
  look: string;
  disabled: boolean;
  tap: () => void;
}) {
  return (
    <button
      type="button"
      aria-label={label}
      disabled={disabled}
      onClick={tap}
      className={`flex h-16 w-18 items-center justify-center rounded-xl border-[2.5px] font-extrabold text-3xl active:bg-night-line disabled:opacity-40 ${look}`}
    >
      {sign}
    </button>
  );
}

/** The club's own day. */
export function dayOf(zone: string): string {
  return new Intl.DateTimeFormat("sv-SE", { timeZone: zone }).format(new Date());
}
