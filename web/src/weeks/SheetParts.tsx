import { useState } from "react";
import { DAYS, LIMITS } from "../api/known";
import { DateField } from "../kit/DateField";
import { Pick } from "../kit/Pick";
import { Button, within } from "../kit/parts";
import { TimeField } from "../kit/TimeField";
import { dayAndMonth } from "../kit/time";
import type { Settings } from "./programme";

export const BOX = "w-full rounded-lg border-[1.5px] border-seam bg-chalk px-2 py-1.5 text-sm";

type Part = { settings: Settings; set: (changes: Partial<Settings>) => void };

/** When the group meets each week. */
export function Times({ settings, set }: Part) {
  const { times } = settings;
  return (
    <fieldset>
      <legend className="mb-1 font-semibold text-sm">Classes each week</legend>
      <ul className="grid gap-1">
        {times.map((time, i) => {
          const change = (changes: Partial<typeof time>) =>
            set({ times: times.map((each, j) => (j === i ? { ...each, ...changes } : each)) });
          return (
            // biome-ignore lint/suspicious/noArrayIndexKey: times have no name of their own.
            <li key={i} className="grid grid-cols-[1fr_6.5rem_4.5rem_auto] items-center gap-1 text-sm">
              <Pick
                label={`Class ${i + 1} day`}
                value={String(time.weekday)}
                options={DAYS.map((shown, day) => ({ value: String(day + 1), shown }))}
                set={(value) => change({ weekday: Number(value) })}
                className={BOX}
              />
              <TimeField
                label={`Class ${i + 1} time`}
                hideLabel
                required
                value={time.at}
                set={(at) => change({ at })}
              />
              <input
                aria-label={`Class ${i + 1} minutes`}
                {...within(LIMITS.classMinutes)}
                value={time.minutes}
                onChange={(event) => change({ minutes: Number(event.target.value) })}
                className={BOX}
              />
              <Button
                small
                look="quiet"
                aria-label={`Drop class ${i + 1}`}
                disabled={times.length === 1}
                onClick={() => set({ times: times.filter((_, j) => j !== i) })}
              >
                Drop
              </Button>
            </li>
          );
        })}
      </ul>
      <Button
        small
        className="mt-1"
        onClick={() => set({ times: [...times, { weekday: 5, at: "18:30", minutes: times[0]?.minutes ?? 60 }] })}
      >
        One more class
      </Button>
    </fieldset>
  );
}

/** Days on which it does not. */
export function Holidays({ settings, set }: Part) {
  const [day, setDay] = useState("");
  return (
    <fieldset>
      <legend className="mb-1 font-semibold text-sm">Days without a class</legend>
      <div className="flex flex-wrap items-center gap-1 text-sm">
        {settings.holidays.map((each) => (
          <Button
            key={each}
            small
            aria-label={`Have a class on ${dayAndMonth(each)} after all`}
            onClick={() => set({ holidays: settings.holidays.filter((other) => other !== each) })}
          >
            {dayAndMonth(each)} ✕
          </Button>
        ))}
        <DateField label="A day without a class" hideLabel value={day} set={setDay} className="w-44" />
        <Button
          small
          disabled={!day || settings.holidays.includes(day)}
          onClick={() => {
            set({ holidays: [...settings.holidays, day].sort() });
            setDay("");
          }}
        >
          Add
        </Button>
      </div>
    </fieldset>
  );
}

/** Pins and what is kept out, each to be taken back. */
export function Stays({ settings, set, name }: Part & { name: (id: string) => string }) {
  const lines = [
    ...settings.pins.map((pin) => ({
      text: `${name(pin.combination_id)} is pinned on ${dayAndMonth(pin.on)}`,
      drop: () => set({ pins: settings.pins.filter((each) => each !== pin) }),
    })),
    ...settings.never.map((bar) => ({
      text: `${name(bar.combination_id)} not on ${dayAndMonth(bar.on)}`,
      drop: () => set({ never: settings.never.filter((each) => each !== bar) }),
    })),
    ...settings.not_before.map((bar) => ({
      text: `${name(bar.combination_id)} not before ${dayAndMonth(bar.on)}`,
      drop: () => set({ not_before: settings.not_before.filter((each) => each !== bar) }),
    })),
  ];
  if (lines.length === 0) return null;
  return (
    <details>
      <summary className="cursor-pointer font-semibold text-sm">Pinned and kept out: {lines.length}</summary>
      <ul className="mt-1 grid gap-0.5 text-sm">
        {lines.map((line) => (
          <li key={line.text} className="flex items-center gap-2">
            <span className="min-w-0 flex-1 truncate">{line.text}</span>
            <Button small look="quiet" aria-label={`Drop: ${line.text}`} onClick={line.drop}>
              Drop
            </Button>
          </li>
        ))}
      </ul>
    </details>
  );
}
