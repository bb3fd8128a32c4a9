import type { Drawn } from "../../api/client";
import { TEMPO } from "../../api/known";

/** Where one action lies on the cloth, in the drawing's own units. */
export type Place = {
  action: Drawn;
  index: number;
  x: number;
  y: number;
  from: number;
  to: number;
  pin?: { x: number; y: number };
};
export type Row = { places: Place[]; width: number; continues: boolean };

const BEAT = 60 / TEMPO; // seconds that are as wide as `leastBeat` at least

/** Rows of cloth, time running along them to scale; a row breaks only between two actions. */
export function layOut(
  actions: Drawn[],
  setTime: number,
  width: number,
  cloth: { half: number; leastBeat: number; labels: boolean },
): Row[] {
  const { half, leastBeat } = cloth;
  const margin = cloth.labels ? 34 : Math.min(half * 0.42, width * 0.06);
  const wanted = (setTime / BEAT) * leastBeat;
  const count = Math.max(1, Math.ceil(wanted / (width - 2 * margin)));
  const share = setTime / count;
  const rows: Drawn[][] = [];
  actions.forEach((action) => {
    const begun = rows.at(-1);
    const start = begun?.[0]?.starts_at ?? 0;
    if (!begun || (action.starts_at - start >= share * 0.999 && rows.length < count)) rows.push([action]);
    else begun.push(action);
  });
  let index = 0;
  return rows.map((row, r) => {
    const start = r === 0 ? 0 : (row[0]?.starts_at ?? 0);
    const end = rows[r + 1]?.[0]?.starts_at ?? setTime;
    const scale = (width - 2 * margin) / Math.max(end - start, share, BEAT);
    const places = row.map((action) => {
      const { starts, middle, ends, out, pin } = action.place;
      const [from, x, to] = [starts, middle, ends].map((at) => margin + (at - start) * scale) as [
        number,
        number,
        number,
      ];
      return { action, index: index++, x, y: out * half, from, to, pin: pin ? { x, y: pin.out * half } : undefined };
    });
    return { places, width, continues: r < rows.length - 1 };
  });
}
