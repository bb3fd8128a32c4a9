import type { Schemas } from "../../api/client";

export type Frame = Schemas["Frame"];
export type Foot = Schemas["Foot"];

const between = (a: number, b: number, t: number) => a + (b - a) * t;
const eased = (t: number) => t * t * (3 - 2 * t);

function foot(a: Foot, b: Foot, t: number): Foot {
  return {
    x: between(a.x, b.x, t),
    y: between(a.y, b.y, t),
    angle: between(a.angle, b.angle, t),
    lifted: t < 0.5 ? a.lifted : b.lifted,
  };
}

const pair = (a: number[], b: number[], t: number) => a.map((value, i) => between(value, b[i] ?? value, t));

/** The frame the picture has reached: the last one at or before `seconds`. */
export function frameAt(frames: Frame[], seconds: number): number {
  let at = 0;
  for (let i = 0; i < frames.length; i++) if ((frames[i] as Frame).at <= seconds + 1e-6) at = i;
  return at;
}

/** The picture between two keyframes. */
export function pictureAt(frames: Frame[], seconds: number): Frame {
  const i = frameAt(frames, seconds);
  const a = frames[i] as Frame;
  const b = frames[i + 1];
  if (!b || b.at <= a.at) return a;
  const t = eased(Math.min(1, Math.max(0, (seconds - a.at) / (b.at - a.at))));
  return {
    ...(t < 0.5 ? a : b),
    feet: { lead: foot(a.feet.lead, b.feet.lead, t), rear: foot(a.feet.rear, b.feet.rear, t) },
    hip: pair(a.hip, b.hip, t),
    facing: between(a.facing, b.facing, t),
    weight: between(a.weight, b.weight, t),
    target: pair(a.target, b.target, t),
  };
}

/** Everything the feet, the hip and the target ever reach, with room around it: [left, top, width, height], y up. */
export function boundsOf(frames: Frame[]): [number, number, number, number] {
  const points = frames.flatMap((frame) => [
    [frame.feet.lead.x, frame.feet.lead.y],
    [frame.feet.rear.x, frame.feet.rear.y],
    frame.hip,
    frame.target,
  ]);
  const xs = points.map((point) => point[0] ?? 0);
  const ys = points.map((point) => point[1] ?? 0);
  const [left, right] = [Math.min(...xs) - 46, Math.max(...xs) + 44];
  const [bottom, top] = [Math.min(...ys) - 42, Math.max(...ys) + 42];
  return [left, -top, right - left, top - bottom];
}
