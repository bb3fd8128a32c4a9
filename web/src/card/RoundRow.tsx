import { useSortable } from "@dnd-kit/sortable";
import { CSS } from "@dnd-kit/utilities";
import { type KeyboardEvent, useEffect, useRef } from "react";
import type { CardFinding, Combination, Sums } from "../api/client";
import { LIMITS, MANNER_NAMES, RUNGS, SWAP_NAMES } from "../api/known";
import { ShowBody } from "../kit/figure/ShowBody";
import { Pick } from "../kit/Pick";
import { clock } from "../kit/time";
import { count, list } from "../kit/words";
import { Wrap } from "../kit/wrap/Wrap";
import type { Row } from "./draft";
import { RoundMore } from "./RoundMore";
import { TimeInput } from "./TimeInput";

type Props = {
  row: Row;
  number: number;
  circuit: boolean;
  sum?: Sums["rounds"][number];
  findings: CardFinding[];
  combination?: Combination;
  open: boolean;
  looking: boolean;
  toggle: () => void;
  change: (row: Row, tag?: string) => void;
  remove: () => void;
  press: (event: KeyboardEvent) => void;
  readOnly: boolean;
};

/** The columns of a row, and of the heading over them. */
export const COLUMNS =
  "xl:grid-cols-[26px_minmax(120px,1fr)_92px_84px_98px_50px_56px_50px_46px_78px_56px] xl:gap-x-1 items-center";
const LOOKS = {
  fault: "bg-rear text-chalk",
  caution: "bg-brass text-chalk",
  weak: "bg-canvas-deep text-ink",
  cue: "bg-canvas-deep text-ink",
};
const MARKS = { fault: "!", caution: "△", weak: "~", cue: "·" };
const BOX = "w-full rounded-md border border-transparent bg-transparent px-1 py-1 hover:border-seam focus:border-ink";

/** One round of a card, edited in place; what is seldom changed is under "more". */
export function RoundRow(props: Props) {
  const { row, number, circuit, sum, findings, combination, open, looking, toggle, change, remove, press, readOnly } =
    props;
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({
    id: row.key,
    disabled: readOnly,
  });
  const title = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (!looking) return;
    title.current?.focus();
    title.current?.scrollIntoView({ block: "center" });
  }, [looking]);
  const name = `Round ${number}`;
  const drawn = combination
    ? { actions: combination.actions, set_time: combination.set_time, spoken: combination.spoken }
    : (sum?.written ?? undefined);
  const written = sum && sum.work !== row.work_s;
  const border = isDragging ? "z-10 border-brass shadow-lg" : looking ? "border-ink" : "border-seam";
  const time = (field: "explain" | "work" | "rest", least: number) => (
    <TimeInput
      label={`${name} ${field}`}
      field={field}
      short={field}
      value={row[`${field}_s`]}
      least={least}
      readOnly={readOnly}
      change={(seconds) => change({ ...row, [`${field}_s`]: seconds })}
      strong={field === "work"}
    />
  );
  return (
    <li
      ref={setNodeRef}
      data-row={row.key}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      onKeyDown={press}
      className={`rounded-xl border-[1.5px] bg-chalk px-1.5 text-sm ${border}`}
    >
      <div className={`flex flex-wrap items-center gap-1.5 xl:grid ${COLUMNS}`}>
        <button
          type="button"
          {...attributes}
          {...listeners}
          disabled={readOnly}
          aria-label={`${name}: drag to reorder`}
          className="cursor-grab touch-none rounded-md px-1 text-center font-extrabold text-base hover:bg-canvas-deep"
        >
          {number}
        </button>
        <span className="flex min-w-32 flex-1 items-center gap-1 py-0.5">
          <Worst findings={findings} />
          <span className="min-w-0 flex-1">
            <input
              ref={title}
              aria-label={`${name} title`}
              data-field="title"
              readOnly={readOnly}
              value={row.title}
              maxLength={80}
              onChange={(event) => change({ ...row, title: event.target.value }, "title")}
              className={`${BOX} py-0.5 font-bold text-[15px]`}
            />
            <Extras row={row} sum={sum} circuit={circuit} />
          </span>
        </span>
        <div className="hidden xl:block">
          {drawn && <Wrap actions={drawn.actions} setTime={drawn.set_time} spoken={drawn.spoken} size="line" />}
        </div>
        <Pick
          label={`${name} rung`}
          field="rung"
          value={row.rung}
          options={RUNGS}
          disabled={readOnly}
          set={(rung) => rung && change({ ...row, rung })}
          className={`${BOX} max-xl:w-20`}
        />
        <Sharing row={row} name={name} change={change} readOnly={readOnly} />
        {time("explain", 0)}
        <span>
          {row.flow_id ? (
            <span title="what its parts take" className="block px-1 py-1 font-extrabold text-base">
              {clock(sum?.work ?? row.work_s)}
            </span>
          ) : (
            time("work", 1)
          )}
          {written && !row.flow_id && (
            <span className="block px-1 text-[11px] text-ink-soft leading-none">takes {clock(sum.work)}</span>
          )}
        </span>
        {time("rest", 0)}
        <Effort row={row} name={name} change={change} readOnly={readOnly} />
        <Struck sum={sum} />
        <span className="ml-auto flex">
          <button
            type="button"
            onClick={toggle}
            aria-expanded={open}
            aria-label={`${name}: more`}
            className="size-7 rounded-full font-extrabold text-ink-soft hover:bg-canvas-deep hover:text-ink"
          >
            <span aria-hidden="true">{open ? "▴" : "▾"}</span>
          </button>
          {!readOnly && (
            <button
              type="button"
              onClick={remove}
              aria-label={`Remove round ${number}`}
              className="size-7 rounded-full text-ink-soft hover:bg-canvas-deep hover:text-ink"
            >
              <span aria-hidden="true">×</span>
            </button>
          )}
        </span>
      </div>
      {open && combination && <ShowBody notation={combination.notation} spoken={combination.spoken} />}
      {open && <RoundMore row={row} name={name} circuit={circuit} change={change} readOnly={readOnly} />}
    </li>
  );
}

/** The gravest that the corner says of it. */
function Worst({ findings }: { findings: CardFinding[] }) {
  const worst = findings[0]?.severity;
  if (!worst) return null;
  return (
    <span
      title={findings.map((each) => each.reason).join(" ")}
      className={`grid size-5 shrink-0 place-items-center rounded-full font-extrabold text-xs ${LOOKS[worst]}`}
    >
      <span aria-hidden="true">{MARKS[worst]}</span>
      <span className="sr-only">{worst}</span>
    </span>
  );
}

/** How hard it is meant to be; half points that a plan has given can be kept. */
function Effort({ row, name, change, readOnly }: SharingProps) {
  const [least, most] = LIMITS.effort;
  const whole = Array.from({ length: most - least + 1 }, (_, i) => least + i);
  return (
    <>
      <span aria-hidden="true" className="text-ink-soft text-xs xl:hidden">
        effort
      </span>
      <select
        aria-label={`${name} planned effort`}
        data-field="effort"
        disabled={readOnly}
        value={row.effort}
        onChange={(event) => change({ ...row, effort: Number(event.target.value) })}
        className={`${BOX} max-xl:w-13`}
      >
        {[...new Set([...whole, row.effort])]
          .sort((a, b) => a - b)
          .map((effort) => (
            <option key={effort}>{effort}</option>
          ))}
      </select>
    </>
  );
}

/** What one student strikes in it. */
function Struck({ sum }: { sum?: Sums["rounds"][number] }) {
  return (
    <div className="text-[13px] leading-[1.15]">
      {typeof sum?.strikes === "number" && <p className="font-bold">{count(sum.strikes, "strike")}</p>}
      {typeof sum?.sets === "number" && <p className="text-ink-soft text-xs">{count(sum.sets, "set")}</p>}
    </div>
  );
}

/** Alone or how partners change, with the length of a turn where there is one. */
function Sharing({ row, name, change, readOnly }: SharingProps) {
  const turns = row.swap === "every" || row.swap === "n for n";
  return (
    <span className="flex items-center">
      <Pick
        label={`${name} partners`}
        field="swap"
        value={row.swap}
        options={Object.entries(SWAP_NAMES).map(([value, { name, short = name }]) => ({
          value: value as Row["swap"],
          shown: short,
        }))}
        disabled={readOnly}
        set={(swap) => swap && change({ ...row, swap, every: swap === "every" ? 30 : swap === "n for n" ? 2 : null })}
        className={`${BOX} min-w-0 max-xl:w-30`}
      />
      {turns && (
        <input
          aria-label={row.swap === "every" ? `${name} seconds of a turn` : `${name} sets of a turn`}
          data-field="every"
          inputMode="numeric"
          readOnly={readOnly}
          value={row.every ?? ""}
          onChange={(event) => change({ ...row, every: Number(event.target.value.replace(/\D/g, "")) || 1 }, "every")}
          className="w-9 shrink-0 rounded-md border border-seam bg-transparent px-1 py-0.5 text-right font-bold"
        />
      )}
    </span>
  );
}
type SharingProps = { row: Row; name: string; change: Props["change"]; readOnly: boolean };

/** What differs from the usual, in a line under the round. */
function Extras({ row, sum, circuit }: { row: Row; sum?: Sums["rounds"][number]; circuit: boolean }) {
  const said = [
    sum?.what && sum.what.toLowerCase() !== row.title.toLowerCase() && sum.what,
    sum?.written?.spoken,
    sum?.trade && `${sum.trade.said} ${count(sum.trade.exchanges, "exchange")}`,
    row.implement && `on ${row.implement.replaceAll("-", " ")}`,
    sum && sum.manner !== "clocked" && MANNER_NAMES[sum.manner]?.name.toLowerCase(),
    sum && sum.counting > 0 && `the counting takes ${clock(sum.counting)}`,
    row.repeat > 1 && `${row.repeat} times`,
    row.keep && "must stay",
    row.both_sides && "both sides",
    row.on_s && `${row.on_s} s on, ${row.off_s} s off`,
    row.active && "active rest",
    row.reps !== null && count(row.reps, "repetition"),
    row.intensity,
    !row.contact && row.exercise === null && !row.flow_id && "no contact",
    row.beginners && `beginners in place: ${row.beginners}`,
    row.ahead && `who owns it: ${row.ahead}`,
    circuit && `${row.capacity} at a time`,
    row.phases.length > 0 && row.phases.map((phase) => phase.name).join(", then "),
    sum?.trade &&
      `struck and taken ${list(sum.trade.seats.map((seat) => `${seat.struck} and ${seat.taken}`))} by the two of a pair`,
  ].filter(Boolean);
  if (said.length === 0) return null;
  return (
    <span title={said.join(" · ")} className="block truncate px-1 text-ink-soft text-xs leading-tight">
      {said.join(" · ")}
    </span>
  );
}
