import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from "@dnd-kit/core";
import { SortableContext, sortableKeyboardCoordinates, verticalListSortingStrategy } from "@dnd-kit/sortable";
import { type KeyboardEvent, useRef, useState } from "react";
import type { Combination, Sums } from "../api/client";
import { BlockHead } from "./BlockHead";
import type { DraftBlock } from "./draft";
import * as draft from "./draft";
import { COLUMNS, RoundRow } from "./RoundRow";

type Set = (change: (blocks: DraftBlock[]) => DraftBlock[], tag?: string) => void;
type Props = {
  blocks: DraftBlock[];
  sums?: Sums;
  shelf: Combination[];
  set: Set;
  readOnly: boolean;
  looking: string | null;
};

/** Blocks with a row for each round, edited in place; dragged by the number, or moved with Alt and the arrows. */
export function BlockRows({ blocks, sums, shelf, set, readOnly, looking }: Props) {
  const list = useRef<HTMLDivElement>(null);
  const [open, setOpen] = useState<string | null>(null);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const keys = blocks.flatMap((block) => block.rounds.map((row) => row.key));
  const dropped = ({ active, over }: DragEndEvent) =>
    over && set((now) => draft.dropOn(now, String(active.id), String(over.id)));
  const focus = (find: () => string | undefined, field = "work") =>
    requestAnimationFrame(() =>
      list.current?.querySelector<HTMLElement>(`[data-row="${find()}"] [data-field="${field}"]`)?.focus(),
    );

  const press = (key: string) => (event: KeyboardEvent) => {
    if (!event.altKey || readOnly) return;
    const field = (event.target as HTMLElement).dataset.field;
    const at = keys.indexOf(key);
    const stay = (change: (now: DraftBlock[]) => DraftBlock[]) => () => {
      set(change);
      focus(() => key, field);
    };
    const act: Record<string, () => void> = {
      ArrowUp: stay((now) => draft.moveRow(now, key, -1)),
      ArrowDown: stay((now) => draft.moveRow(now, key, 1)),
      ArrowLeft: stay((now) => draft.moveToBlock(now, key, -1)),
      ArrowRight: stay((now) => draft.moveToBlock(now, key, 1)),
      Enter: () => setOpen(open === key ? null : key),
      d: () => {
        set((now) => draft.doubleRow(now, key));
        requestAnimationFrame(() => {
          const rows = list.current?.querySelectorAll<HTMLElement>("[data-row]");
          rows?.[at + 1]?.querySelector<HTMLElement>(`[data-field="${field ?? "work"}"]`)?.focus();
        });
      },
      Backspace: () => {
        set((now) => draft.removeRow(now, key));
        focus(() => keys[at - 1] ?? keys[at + 1], field);
      },
    };
    const found = act[event.key];
    if (!found) return;
    event.preventDefault();
    event.stopPropagation();
    found();
  };

  let number = 0;
  return (
    <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={dropped}>
      <SortableContext items={keys} strategy={verticalListSortingStrategy}>
        <div ref={list} className="grid gap-1.5">
          <div aria-hidden="true" className={`${COLUMNS} hidden px-1.5 font-semibold text-ink-soft text-xs xl:grid`}>
            <span className="col-start-4">rung</span>
            <span>partners</span>
            <span>explain</span>
            <span>work</span>
            <span>rest</span>
            <span>effort</span>
            <span>each has</span>
          </div>
          {blocks.map((block, b) => (
            <section key={block.key} aria-label={`Block ${b + 1}: ${block.title || block.kind}`}>
              <BlockHead
                block={block}
                index={b}
                sums={sums}
                readOnly={readOnly}
                change={(facts, tag) =>
                  set((now) => draft.setBlock(now, block.key, facts), tag && `${block.key}${tag}`)
                }
                move={(by) => set((now) => draft.moveBlock(now, block.key, by))}
              />
              <ol aria-label="Rounds" className="grid gap-1">
                {block.rounds.map((row, r) => {
                  const sum = sums?.rounds.find((each) => each.at[0] === b && each.at[1] === r);
                  return (
                    <RoundRow
                      key={row.key}
                      row={row}
                      number={++number}
                      circuit={block.kind === "circuit"}
                      sum={sum}
                      findings={sums?.findings.filter((each) => each.at[0] === b && each.at[1] === r) ?? []}
                      combination={shelf.find((kept) => kept.id === sum?.combination_id)}
                      open={open === row.key}
                      looking={looking === row.key}
                      toggle={() => setOpen(open === row.key ? null : row.key)}
                      change={(next, tag) =>
                        set((now) => draft.setRow(now, row.key, () => next), tag && `${row.key}${tag}`)
                      }
                      remove={() => set((now) => draft.removeRow(now, row.key))}
                      press={press(row.key)}
                      readOnly={readOnly}
                    />
                  );
                })}
              </ol>
            </section>
          ))}
        </div>
      </SortableContext>
    </DndContext>
  );
}
