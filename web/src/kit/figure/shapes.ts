import look from "../../../../lib/jaunty_bell/core/bench/figure/look.json";
import type { Joints, Place } from "./poses";
import { go, less } from "./poses";
import { type Spot, seen, type View } from "./view";

/** A part of a body: a band wound round a bone, as wide as its radii (cm) at both ends. */
export type Band = {
  name: string;
  side: "left" | "right" | null;
  from: Spot;
  to: Spot;
  radii: [number, number];
  /** How far apart its windings are, in cm; none where it is bare. */
  windings: number;
  near: number;
};

/** name, from, to, radius at either end, cm from winding to winding. */
type Facts = [string, string, string, number, number, number];
const LIMBS = look.limbs as Facts[];
const MIDDLE = look.middle as Facts[];

/** Every part as it is seen, the farthest first. */
export function bandsOf(joints: Joints, view: View): Band[] {
  const at = seen(view);
  const all = ends(joints);
  const band = (
    name: string,
    side: Band["side"],
    one: string,
    other: string,
    radii: [number, number],
    windings: number,
  ) => {
    const [from, to] = [at(all[one] as Place), at(all[other] as Place)];
    return { name, side, from, to, radii, windings, near: (from.near + to.near) / 2 };
  };
  return [
    ...MIDDLE.map(([name, one, other, r1, r2, windings]) => band(name, null, one, other, [r1, r2], windings)),
    ...(["left", "right"] as const).flatMap((side) =>
      LIMBS.map(([name, one, other, r1, r2, windings]) =>
        band(name, side, `${side}_${one}`, `${side}_${other}`, [r1, r2], windings),
      ),
    ),
  ].sort((one, two) => one.near - two.near);
}

/** Joints with heels, toes and the crown of the head. */
function ends(joints: Joints): Joints {
  const all: Joints = { ...joints };
  const [neck, head] = [joints.neck as Place, joints.head as Place];
  all.crown = go(head, less(head, neck), look.crown);
  for (const side of ["left", "right"]) {
    const [ankle, ball] = [joints[`${side}_ankle`] as Place, joints[`${side}_ball`] as Place];
    const flat = less(ball, ankle);
    const long = Math.hypot(...flat) || 1;
    const level = Math.hypot(flat[0], flat[1]) || 1;
    all[`${side}_toe`] = go(ball, [flat[0] / level, flat[1] / level, 0], level > 3 ? look.toes : 0);
    all[`${side}_heel`] = go(ankle, [-flat[0] / long, -flat[1] / long, ball[2] < 4 ? -0.5 : 0], look.heel);
  }
  return all;
}

/** The outline of a band: two circles and what lies between them. */
export function outline({ from, to, radii: [r1, r2] }: Band): string {
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  const far = Math.hypot(dx, dy);
  if (far <= Math.abs(r1 - r2)) {
    const [centre, r] = r1 > r2 ? [from, r1] : [to, r2];
    return `M${n(centre.x - r)} ${n(centre.y)}a${n(r)} ${n(r)} 0 1 0 ${n(2 * r)} 0a${n(r)} ${n(r)} 0 1 0 ${n(-2 * r)} 0z`;
  }
  const way = Math.atan2(dy, dx);
  const off = Math.acos((r1 - r2) / far);
  const point = (spot: Spot, r: number, a: number) => `${n(spot.x + r * Math.cos(a))} ${n(spot.y + r * Math.sin(a))}`;
  const large = (r: number, wide: boolean) => `A${n(r)} ${n(r)} 0 ${wide ? 1 : 0} 1 `;
  return (
    `M${point(from, r1, way + off)}${large(r1, r1 > r2)}${point(from, r1, way - off)}` +
    `L${point(to, r2, way - off)}${large(r2, r2 > r1)}${point(to, r2, way + off)}z`
  );
}

/** Windings across a band, as one path: each a little aslant, as a wrap goes round. */
export function windings({ from, to, radii: [r1, r2], windings: apart }: Band): string {
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  const far = Math.hypot(dx, dy);
  if (apart === 0 || far < apart) return "";
  const [ux, uy] = [dx / far, dy / far];
  const count = Math.floor(far / apart);
  return Array.from({ length: count }, (_, i) => {
    const t = (i + 0.5) / count;
    const r = (r1 + (r2 - r1) * t) * 0.96;
    const [x, y] = [from.x + dx * t, from.y + dy * t];
    const slant = apart * 0.3;
    return `M${n(x - uy * r - ux * slant)} ${n(y + ux * r - uy * slant)}L${n(x + uy * r + ux * slant)} ${n(y - ux * r + uy * slant)}`;
  }).join("");
}

/** Joints on the way of the drive: from the floor through the hip to what strikes. */
export function driveWay(drive: { foot: string; limb: string }, lead: "left" | "right"): string[] {
  const side = (name: string) => (name.startsWith("rear") === (lead === "left") ? "right" : "left");
  const [foot, limb] = [side(drive.foot), side(drive.limb)];
  const up = [`${foot}_ball`, `${foot}_ankle`, `${foot}_knee`, `${foot}_hip`];
  return drive.limb.endsWith("leg")
    ? [...up, "pelvis", `${limb}_hip`, `${limb}_knee`, `${limb}_ankle`]
    : [...up, `${limb}_shoulder`, `${limb}_elbow`, `${limb}_hand`];
}

const n = (value: number) => Math.round(value * 10) / 10;
