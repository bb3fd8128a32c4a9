import shapes from "../../../../lib/jaunty_bell/files/wrap_shapes.json";
import type { Drawn } from "../../api/client";

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

const FROM_SEAM = shapes.fromSeam;
const BEAT = 60 / 140; // seconds of the product's default tempo, to scale the drawing by

/** How far from the seam an action lies: above it (negative) on the lead side, below it on the rear side. */
function height(action: Pick<Drawn, "family" | "side" | "level" | "by">, half: number): number {
  const direction = action.side === "rear" ? 1 : -1;
  if (action.by === "partner") return half + half * 0.3;
  if (action.family === "step" || action.family === "pause") return 0;
  if (action.family === "defence") return action.side ? direction * half * 0.98 : 0;
  if (action.family === "hand control") return action.side ? direction * half * 0.46 : 0;
  return direction * half * FROM_SEAM[action.level ?? "head"];
}

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
  const lengths = actions.map((action, i) => (actions[i + 1]?.starts_at ?? setTime) - action.starts_at);
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
      const from = margin + (action.starts_at - start) * scale;
      const to = from + Math.min(action.beats * BEAT, lengths[index] ?? BEAT) * scale;
      const x = (from + to) / 2;
      const y = height(action, half);
      const pin = action.with ? { x, y: height({ ...action.with, level: null, by: "self" }, half) } : undefined;
      return { action, index: index++, x, y, from, to, pin };
    });
    return { places, width, continues: r < rows.length - 1 };
  });
}
