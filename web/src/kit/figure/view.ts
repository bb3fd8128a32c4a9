import look from "../../../../lib/jaunty_bell/core/bench/figure/look.json";
import type { Place } from "./poses";

/** From where a figure is seen: the way one looks in degrees (0 along the body's own way ahead), and how far down. */
export type View = { turn: number; tilt: number };
/** On the page: right, down, and nearer to whoever looks; cm. */
export type Spot = { x: number; y: number; near: number };

export const VIEWS = look.views satisfies Record<string, View>;
export type ViewName = keyof typeof VIEWS;

/** How a view puts places on a page. */
export function seen({ turn, tilt }: View): (place: Place) => Spot {
  const [a, e] = [(turn * Math.PI) / 180, (tilt * Math.PI) / 180];
  const [ax, ay] = [Math.cos(a), Math.sin(a)];
  const [down, level] = [Math.sin(e), Math.cos(e)];
  return ([x, y, z]) => {
    const along = x * ax + y * ay;
    return { x: x * ay - y * ax, y: -(z * level + along * down), near: z * down - along * level };
  };
}

/** Of whose lead side is the right one the open side is the other. */
export const facing = (view: View, southpaw: boolean): View =>
  southpaw && view.turn === 90 ? { ...view, turn: 270 } : view;
