import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from "@dnd-kit/core";
import {
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from "@dnd-kit/sortable";
import { CSS } from "@dnd-kit/utilities";
import { type KeyboardEvent, useRef } from "react";
import type { Combination, Sums } from "../api/client";
import { RUNGS } from "../kit/rungs";
import { Wrap } from "../kit/wrap/Wrap";
import { BLOCKS, inBlock, moved, type Row, withKey } from "./rounds";
import { TimeInput } from "./TimeInput";

type SetRows = (change: (rows: Row[]) => Row[], tag?: string) => void;
type Props = { rows: Row[]; sums?: Sums; shelf: Combination[]; set: SetRows; readOnly: boolean };

/** One row a round, edited in place; dragged by its number, or moved with Alt and the arrows. */
export function RoundRows({ rows, sums, shelf, set, readOnly }: Props) {
  const list = useRef<HTMLOListElement>(null);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const dropped = ({ active, over }: DragEndEvent) => {
    if (!over) return;
    const at = (key: unknown) => rows.findIndex((row) => row.key === key);
    set((now) => moved(now, at(active.id), at(over.id)));
  };
  const focusRow = (index: number, name: string | undefined) =>
    requestAnimationFrame(() =>
      list.current
        ?.querySelectorAll<HTMLElement>(":scope > li")
        [index]?.querySelector<HTMLElement>(`[data-field="${name ?? "work"}"]`)
        ?.focus(),
    );
  const press = (index: number) => (event: KeyboardEvent) => {
    if (!event.altKey || readOnly) return;
    const field = (event.target as HTMLElement).dataset.field;
    const act: Record<string, () => void> = {
      ArrowUp: () => {
        set((now) => moved(now, index, index - 1));
        focusRow(Math.max(0, index - 1), field);
      },
      ArrowDown: () => {
        set((now) => moved(now, index, index + 1));
        focusRow(Math.min(rows.length - 1, index + 1), field);
      },
      d: () => {
        set((now) => now.toSpliced(index + 1, 0, withKey(now[index] as Row)));
        focusRow(index + 1, field);
      },
      Backspace: () => {
        set((now) => now.toSpliced(index, 1));
        focusRow(Math.max(0, index - 1), field);
      },
    };
    const found = act[event.key];
    if (!found) return;
    event.preventDefault();
    event.stopPropagation();
    found();
  };
  if (rows.length === 0) return null;
  return (
    <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={dropped}>
      <div aria-hidden="true" className={`${COLUMNS} hidden px-2 pb-1 font-semibold text-ink-soft text-xs xl:grid`}>
        <span>#</span>
        <span>on</span>
        <span className="col-span-2">what</span>
        <span>rung</span>
        <span>explain</span>
        <span>work</span>
        <span>rest</span>
        <span>effort</span>
        <span>each student</span>
        <span />
      </div>
      <SortableContext items={rows.map((row) => row.key)} strategy={verticalListSortingStrategy}>
        <ol ref={list} className="grid gap-1.5" aria-label="Rounds">
          {rows.map((row, index) => (
            <RoundRow
              key={row.key}
              row={row}
              index={index}
              sum={sums?.rounds[index]}
              combination={shelf.find((kept) => kept.id === row.combination_id)}
              change={(next, tag) =>
                set((now) => now.map((other) => (other.key === row.key ? next : other)), tag && `${row.key}${tag}`)
              }
              remove={() => set((now) => now.filter((other) => other.key !== row.key))}
              press={press(index)}
              readOnly={readOnly}
            />
          ))}
        </ol>
      </SortableContext>
    </DndContext>
  );
}

const COLUMNS =
  "grid-cols-[30px_96px_minmax(120px,1fr)_112px_78px_58px_58px_58px_52px_104px_32px] gap-x-2 items-center";

type RowProps = {
  row: Row;
  index: number;
  sum?: Sums["rounds"][number];
  combination?: Combination;
  change: (row: Row, tag?: string) => void;
  remove: () => void;
  press: (event: KeyboardEvent) => void;
  readOnly: boolean;
};

function RoundRow({ row, index, sum, combination, change, remove, press, readOnly }: RowProps) {
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({
    id: row.key,
    disabled: readOnly,
  });
  const name = `Round ${index + 1}`;
  const box = "w-full rounded-md border border-transparent bg-transparent px-1 py-1 hover:border-seam focus:border-ink";
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      onKeyDown={press}
      className={`flex flex-wrap items-center gap-2 rounded-xl border-[1.5px] bg-chalk px-2 py-1 text-sm xl:grid ${COLUMNS} ${isDragging ? "z-10 border-brass shadow-lg" : "border-seam"}`}
    >
      <button
        type="button"
        {...attributes}
        {...listeners}
        disabled={readOnly}
        aria-label={`${name}: drag to reorder`}
        className="cursor-grab touch-none rounded-md py-1.5 text-center font-extrabold text-base hover:bg-canvas-deep"
      >
        {index + 1}
      </button>
      <select
        aria-label={`${name} on`}
        data-field="block"
        disabled={readOnly}
        value={row.block}
        onChange={(event) => change(inBlock(row, event.target.value as Row["block"]))}
        className={`${box} w-24`}
      >
        {BLOCKS.map((block) => (
          <option key={block}>{block}</option>
        ))}
      </select>
      <input
        aria-label={`${name} title`}
        data-field="title"
        readOnly={readOnly}
        value={row.title}
        maxLength={80}
        onChange={(event) => change({ ...row, title: event.target.value }, "title")}
        className={`${box} min-w-32 flex-1 font-bold text-[15px]`}
      />
      <div className="hidden xl:block">
        {combination && (
          <Wrap actions={combination.actions} setTime={combination.set_time} spoken={combination.spoken} size="strip" />
        )}
      </div>
      <select
        aria-label={`${name} rung`}
        data-field="rung"
        disabled={readOnly}
        value={row.rung}
        onChange={(event) => change({ ...row, rung: event.target.value as Row["rung"] })}
        className={`${box} w-20`}
      >
        {RUNGS.map((rung) => (
          <option key={rung}>{rung}</option>
        ))}
      </select>
      <TimeInput
        label={`${name} explain`}
        field="explain"
        value={row.explain_s}
        least={0}
        readOnly={readOnly}
        change={(explain_s) => change({ ...row, explain_s })}
      />
      <TimeInput
        label={`${name} work`}
        field="work"
        value={row.work_s}
        least={1}
        readOnly={readOnly}
        change={(work_s) => change({ ...row, work_s })}
        strong
      />
      <TimeInput
        label={`${name} rest`}
        field="rest"
        value={row.rest_s}
        least={0}
        readOnly={readOnly}
        change={(rest_s) => change({ ...row, rest_s })}
      />
      <select
        aria-label={`${name} planned effort`}
        data-field="effort"
        disabled={readOnly}
        value={row.effort}
        onChange={(event) => change({ ...row, effort: Number(event.target.value) })}
        className={`${box} w-13`}
      >
        {[0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10].map((effort) => (
          <option key={effort}>{effort}</option>
        ))}
      </select>
      <div className="leading-tight">
        {sum?.sets == null ? (
          <span className="text-ink-soft">–</span>
        ) : (
          <>
            <span className="font-bold">{sum.strikes} strikes</span>
            <br />
            <span className="text-ink-soft text-xs">{sum.sets} sets</span>
          </>
        )}
        {row.combination_id && (
          <label className="ml-2 inline-flex items-center gap-1 text-ink-soft text-xs">
            <input
              type="checkbox"
              data-field="share"
              disabled={readOnly}
              aria-label={`${name} in pairs`}
              checked={row.share === "pairs"}
              onChange={(event) => change({ ...row, share: event.target.checked ? "pairs" : "alone" })}
            />
            pairs
          </label>
        )}
      </div>
      {!readOnly && (
        <button
          type="button"
          onClick={remove}
          aria-label={`Remove round ${index + 1}`}
          className="ml-auto size-8 rounded-full text-ink-soft hover:bg-canvas-deep hover:text-ink"
        >
          ×
        </button>
      )}
    </li>
  );
}
