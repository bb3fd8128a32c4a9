import { useVirtualizer } from "@tanstack/react-virtual";
import { useEffect, useRef, useState } from "react";
import { Link } from "react-router";
import type { Schemas } from "../../api/client";
import { Scrolling } from "../../kit/Scrolling";
import { WeekBars } from "../WeekBars";
import { Knot } from "./Knot";

type Squad = Schemas["Squad"];
type Row = Squad["students"][number];

const ROW = 44; // px
const SIDES = { wide: { name: 176, load: 148 }, phone: { name: 132, load: 0 } }; // a phone leaves the load to the board
const PHONE = 600;
const HEAD = 62;
const TALL_HEAD = 132;
const WIDE = 66; // of a combination at the least, while its name fits across
const NARROW = 46; // with its name upright
const BAR = 18; // what the frame and its scroll bar take
const BEYOND = 12; // rows and columns drawn beyond what is seen

type Props = { rows: Row[]; combinations: Squad["combinations"]; total: number; more?: () => void };

/** Students by combinations. Only what is seen is drawn, so that five hundred by two hundred scroll like twenty by ten. */
export function Grid({ rows, combinations, total, more }: Props) {
  const frame = useRef<HTMLElement>(null);
  const [room, setRoom] = useState(0);
  useEffect(() => {
    if (!frame.current) return;
    const seen = new ResizeObserver(([entry]) => entry && setRoom(entry.contentRect.width));
    seen.observe(frame.current);
    return () => seen.disconnect();
  }, []);
  const { name, load } = room > 0 && room < PHONE ? SIDES.phone : SIDES.wide;
  const share = (room - name - load - BAR) / Math.max(combinations.length, 1);
  const few = share >= WIDE;
  const column = few ? Math.min(share, 2 * WIDE) : Math.max(share, NARROW);
  const head = few ? HEAD : TALL_HEAD;
  const down = useVirtualizer({
    count: rows.length,
    getScrollElement: () => frame.current,
    estimateSize: () => ROW,
    overscan: BEYOND,
    scrollPaddingStart: head,
  });
  const across = useVirtualizer({
    horizontal: true,
    count: combinations.length,
    getScrollElement: () => frame.current,
    estimateSize: () => column,
    overscan: BEYOND,
  });
  // biome-ignore lint/correctness/useExhaustiveDependencies: measured again when the columns change their width.
  useEffect(() => across.measure(), [column, across]);
  const seen = down.getVirtualItems();
  const last = seen.at(-1)?.index ?? 0;
  useEffect(() => {
    if (more && last >= rows.length - BEYOND) more();
  }, [more, last, rows.length]);
  const most = Math.max(1, ...rows.flatMap((row) => row.weeks.map((week) => week.load)));
  const columns = across.getVirtualItems().flatMap(({ key, index, start }) => {
    const combination = combinations[index];
    return combination ? [{ key, index, start, combination }] : [];
  });
  const width = name + load + across.getTotalSize();
  return (
    <Scrolling
      ref={frame}
      label="Students by combinations"
      className="max-h-[calc(100dvh-270px)] min-h-56 rounded-xl border-[1.5px] border-seam bg-chalk print:max-h-none"
    >
      <table
        aria-rowcount={total + 1}
        aria-colcount={combinations.length + 2}
        className="relative block text-sm"
        style={{ height: down.getTotalSize() + head, width }}
      >
        <thead className="sticky top-0 z-20 block bg-chalk" style={{ height: head, width }}>
          <tr className="block">
            <th
              scope="col"
              className="sticky left-0 z-30 flex items-end bg-chalk px-3 py-2 text-left"
              style={{ width: name, height: head }}
            >
              Student
            </th>
            <th
              scope="col"
              hidden={load === 0}
              className="absolute bottom-0 px-2 py-2 text-left font-semibold text-xs"
              style={{ left: name, width: load }}
            >
              Load by week
            </th>
            {columns.map((item) => (
              <th
                key={item.key}
                scope="col"
                aria-colindex={item.index + 3}
                className="absolute bottom-0 px-1 py-2 font-semibold text-xs leading-tight"
                style={{ left: name + load + item.start, width: column }}
              >
                <Link
                  to={`/bench/${item.combination.id}`}
                  className={few ? "hover:underline" : "rotate-180 hover:underline [writing-mode:vertical-rl]"}
                >
                  {item.combination.name}
                </Link>
              </th>
            ))}
          </tr>
        </thead>
        <tbody className="block">
          {seen.map((item) => {
            const row = rows[item.index];
            if (!row) return null;
            return (
              <tr
                key={row.id}
                aria-rowindex={item.index + 2}
                className="absolute left-0 block border-seam border-t hover:bg-canvas"
                style={{ top: head + item.start, height: ROW, width }}
              >
                <th
                  scope="row"
                  className="sticky left-0 z-10 block overflow-hidden whitespace-nowrap bg-chalk px-3 py-1 text-left"
                  style={{ width: name, height: ROW - 1 }}
                >
                  <Link to={`/book/${row.id}`} className="block truncate font-bold hover:underline">
                    {row.name}
                  </Link>
                  <Hints row={row} />
                </th>
                {load > 0 && (
                  <td
                    className="absolute top-0 flex items-center gap-2 px-2 py-2"
                    style={{ left: name, width: load, height: ROW }}
                  >
                    <WeekBars weeks={row.weeks} most={most} />
                    <span className="w-9 text-right font-bold text-xs">{Math.round(row.week_load)}</span>
                  </td>
                )}
                {columns.map((cell) => (
                  <td
                    key={cell.key}
                    aria-colindex={cell.index + 3}
                    className="absolute top-0 flex items-center justify-center"
                    style={{ left: name + load + cell.start, width: column, height: ROW }}
                  >
                    <Cell row={row} combination={cell.combination} />
                  </td>
                ))}
              </tr>
            );
          })}
        </tbody>
      </table>
    </Scrolling>
  );
}

function Cell({ row, combination }: { row: Row; combination: Squad["combinations"][number] }) {
  const knot = row.knots.find((each) => each.combination_id === combination.id);
  if (!knot)
    return (
      <span className="text-seam" aria-hidden="true">
        ·
      </span>
    );
  return <Knot knot={knot} name={combination.name} />;
}

/** In few words what there is to look at, else the level. */
function Hints({ row }: { row: Row }) {
  const words = [
    row.due > 0 ? `${row.due} due` : "",
    row.weak > 0 ? `${row.weak} weak ${row.weak === 1 ? "link" : "links"}` : "",
  ].filter(Boolean);
  return <span className="block truncate font-normal text-ink-soft text-xs">{words.join(" · ") || row.level}</span>;
}
