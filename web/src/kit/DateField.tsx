import { Popover, PopoverButton, PopoverPanel } from "@headlessui/react";
import { type KeyboardEvent, useEffect, useState } from "react";
import { daysFrom, weekdayOf } from "./dates";
import { Field } from "./parts";
import { longDate, monthAndYear, weekdayName } from "./time";
import { dateInNumbers, dateShape, readDate, week } from "./ways";

type Props = {
  label: string;
  /** 2026-11-24, or "" for none. */
  value: string;
  set: (iso: string) => void;
  min?: string;
  max?: string;
  required?: boolean;
  disabled?: boolean;
  problem?: string;
  hint?: string;
  hideLabel?: boolean;
  className?: string;
};

/** A date in the club's own order: typed, moved a day with the arrow keys, or chosen from a month. */
export function DateField({ value, set, min, max, problem, hint, className = "", ...rest }: Props) {
  const [text, setText] = useState(value && dateInNumbers(value));
  const [wrong, setWrong] = useState<string>();
  useEffect(() => {
    setText(value && dateInNumbers(value));
    setWrong(undefined);
  }, [value]);
  const settle = () => {
    const read = text.trim() === "" ? "" : readDate(text);
    if (read === undefined) return setWrong(`Write the date as ${dateShape()}.`);
    if (read && min && read < min) return setWrong(`Not before ${dateInNumbers(min)}.`);
    if (read && max && read > max) return setWrong(`Not after ${dateInNumbers(max)}.`);
    setWrong(undefined);
    setText(read && dateInNumbers(read));
    if (read !== value) set(read);
  };
  const move = (event: KeyboardEvent) => {
    if (event.key === "Enter") return settle();
    const step = { ArrowUp: 1, ArrowDown: -1 }[event.key];
    if (!step || !value) return;
    event.preventDefault();
    const next = daysFrom(value, step);
    if ((!min || next >= min) && (!max || next <= max)) set(next);
  };
  return (
    <div className={`relative ${className}`}>
      <Field
        {...rest}
        inputMode="numeric"
        autoComplete="off"
        placeholder={dateShape()}
        value={text}
        problem={wrong ?? problem}
        hint={hint}
        onChange={(event) => setText(event.target.value)}
        onBlur={settle}
        onKeyDown={move}
        className="[&_input]:pr-10"
      />
      <Popover className={`absolute right-1 ${rest.hideLabel ? "top-1" : "top-7"}`}>
        <PopoverButton
          disabled={rest.disabled}
          aria-label={`Choose ${rest.label} from a month`}
          className="flex size-9 items-center justify-center rounded-md hover:bg-canvas-deep"
        >
          <MonthSign />
        </PopoverButton>
        <PopoverPanel anchor="bottom end" className="z-50 rounded-xl border-[1.5px] border-seam bg-chalk p-3 shadow-lg">
          {({ close }) => (
            <Month
              chosen={value}
              min={min}
              max={max}
              choose={(day) => {
                set(day);
                close();
              }}
            />
          )}
        </PopoverPanel>
      </Popover>
    </div>
  );
}

const MonthSign = () => (
  <svg viewBox="0 0 20 20" className="size-5" aria-hidden="true" fill="none" stroke="currentColor" strokeWidth="1.5">
    <path d="M3 5h14v12H3zM3 9h14M7 3v4M13 3v4" />
  </svg>
);

type MonthProps = { chosen: string; min?: string; max?: string; choose: (day: string) => void };

function Month({ chosen, min, max, choose }: MonthProps) {
  const [month, setMonth] = useState((chosen || new Date().toISOString()).slice(0, 7));
  const first = `${month}-01`;
  const order = week();
  const lead = order.indexOf(weekdayOf(first));
  const days = Array.from({ length: 42 }, (_, i) => daysFrom(first, i - lead));
  // The day before the first is in the month before; no month is longer than 31 days
  const turn = (days: -1 | 31) => setMonth(daysFrom(first, days).slice(0, 7));
  const arrow = "rounded-md px-3 py-1 font-bold hover:bg-canvas-deep";
  return (
    <div>
      <div className="mb-1 flex items-center justify-between">
        <button type="button" className={arrow} aria-label="The month before" onClick={() => turn(-1)}>
          ‹
        </button>
        <span aria-live="polite" className="font-bold text-sm">
          {monthAndYear(first)}
        </span>
        <button type="button" className={arrow} aria-label="The month after" onClick={() => turn(31)}>
          ›
        </button>
      </div>
      <div className="grid grid-cols-7 text-center text-sm">
        {order.map((day) => (
          <span key={day} aria-hidden="true" className="text-ink-soft text-xs">
            {weekdayName(day, "short").slice(0, 2)}
          </span>
        ))}
        {days.map((day) => (
          <button
            key={day}
            type="button"
            aria-label={longDate(day)}
            aria-pressed={day === chosen}
            disabled={(min !== undefined && day < min) || (max !== undefined && day > max)}
            onClick={() => choose(day)}
            className={`size-9 rounded-full disabled:opacity-30 ${day === chosen ? "bg-ink font-bold text-chalk" : "hover:bg-canvas-deep"} ${day.startsWith(month) ? "" : "text-ink-soft"}`}
          >
            {Number(day.slice(8))}
          </button>
        ))}
      </div>
    </div>
  );
}
