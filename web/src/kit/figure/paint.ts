import { type Figure, type Joints, jointsOf, type Moment, momentAt, type Place } from "./poses";
import { type Band, bandsOf, driveWay, outline, windings } from "./shapes";
import { seen, type View } from "./view";

export type Scene = {
  figure: Figure;
  view: View;
  /** Whether the right side is the lead one. */
  southpaw: boolean;
  /** The body at rest before what it does now, faint behind it. */
  ghost: boolean;
};

type Colours = Record<"chalk" | "cloth" | "ink" | "seam" | "lead" | "rear" | "brass" | "partner", string>;

/** The colours of the interface as they stand (kit/tokens.css). */
export function coloursHere(): Colours {
  const styles = getComputedStyle(document.documentElement);
  const names = ["chalk", "cloth", "ink", "seam", "lead", "rear", "brass", "partner"] as const;
  return Object.fromEntries(names.map((name) => [name, styles.getPropertyValue(`--color-${name}`).trim()])) as Colours;
}

/**
 * A body wound from bandage and rope: the lead side open cloth, the rear side solid, as on the wrap. What drives a strike
 * runs along it in brass from the floor to what lands. Painted over `box` (pixels of the context).
 */
export function paint(
  pen: CanvasRenderingContext2D,
  scene: Scene,
  seconds: number,
  box: { width: number; height: number },
  colours: Colours,
) {
  const { figure, view } = scene;
  const lead = scene.southpaw ? "right" : "left";
  const now = momentAt(figure, seconds);
  pen.save();
  fit(pen, boundsOf(figure, view), box);
  pen.lineJoin = pen.lineCap = "round";
  ground(pen, figure, view, colours);
  const before = scene.ghost ? restBefore(figure, now) : undefined;
  if (before) {
    pen.globalAlpha = 0.16;
    body(pen, before, view, sided(lead, colours));
    pen.globalAlpha = 1;
  }
  const { partner } = now;
  const opposite = () => partner && body(pen, partner, view, () => plain(colours));
  const behind = !partner || nearness(partner, view) < nearness(now.joints, view) + BESIDE;
  if (behind) opposite();
  const what = now.next?.target ? now.next : now.pose;
  if (what.target) target(pen, cm(what.target), view, now.pose.target !== null && now.share < 0.5, colours);
  body(pen, now.joints, view, sided(lead, colours));
  drive(pen, now, view, lead, colours);
  pen.globalAlpha = SEE_THROUGH;
  if (!behind) opposite();
  pen.restore();
}

/** Of whoever stands between, so that what is behind them can be seen. */
const SEE_THROUGH = 0.35;

/** Cm by which somebody is not yet in front of the other. */
const BESIDE = 40;

const nearness = (joints: Joints, view: View) => seen(view)(joints.pelvis as Place).near;

const cm = (mm: number[]) => mm.map((each) => each / 10) as Place;

type Bounds = [left: number, top: number, width: number, height: number];

function fit(
  pen: CanvasRenderingContext2D,
  [left, top, width, height]: Bounds,
  box: { width: number; height: number },
) {
  const scale = Math.min(box.width / width, box.height / height);
  pen.translate((box.width - width * scale) / 2, (box.height - height * scale) / 2);
  pen.scale(scale, scale);
  pen.translate(-left, -top);
}

function body(pen: CanvasRenderingContext2D, joints: Joints, view: View, lookOf: (band: Band) => Look) {
  for (const band of bandsOf(joints, view)) {
    const look = lookOf(band);
    const edge = new Path2D(outline(band));
    pen.lineWidth = 3.4;
    pen.strokeStyle = look.halo;
    pen.stroke(edge);
    pen.fillStyle = look.fill;
    pen.fill(edge);
    pen.lineWidth = 1.7;
    pen.strokeStyle = look.edge;
    pen.stroke(edge);
    const threads = windings(band);
    if (!threads) continue;
    pen.lineWidth = 1;
    pen.strokeStyle = look.thread;
    pen.stroke(new Path2D(threads));
  }
}

type Look = { fill: string; edge: string; thread: string; halo: string };

const sided =
  (lead: "left" | "right", { chalk, cloth, ink, seam, ...colours }: Colours) =>
  (band: Band): Look => {
    if (band.side === null) return { fill: cloth, edge: ink, thread: seam, halo: chalk };
    return band.side === lead
      ? { fill: chalk, edge: colours.lead, thread: colours.lead, halo: chalk }
      : { fill: colours.rear, edge: colours.rear, thread: cloth, halo: chalk };
  };

/** Whoever stands opposite: nothing but an outline. */
const plain = ({ chalk, partner, seam }: Colours): Look => ({ fill: chalk, edge: partner, thread: seam, halo: chalk });

/** From the floor to what strikes: it loads to the hip, and fires. */
function drive(pen: CanvasRenderingContext2D, now: Moment, view: View, lead: "left" | "right", colours: Colours) {
  const said = now.pose.drive ?? now.next?.drive;
  if (!said) return;
  const landed = now.pose.drive !== null;
  const full = landed ? 1 : now.pose.phase === "load" ? 0.3 + 0.7 * now.share : 0.3 * now.share;
  const spots = driveWay(said, lead).map((name) => seen(view)(now.joints[name] as Place));
  const longs = spots.slice(1).map((spot, i) => Math.hypot(spot.x - (spots[i]?.x ?? 0), spot.y - (spots[i]?.y ?? 0)));
  let left = full * longs.reduce((sum, long) => sum + long, 0);
  pen.beginPath();
  pen.moveTo(spots[0]?.x ?? 0, spots[0]?.y ?? 0);
  spots.slice(1).forEach((spot, i) => {
    const [from, long] = [spots[i] ?? spot, longs[i] ?? 0];
    const share = long > 0 ? Math.min(1, left / long) : 1;
    if (left > 0) pen.lineTo(from.x + (spot.x - from.x) * share, from.y + (spot.y - from.y) * share);
    left -= long;
  });
  pen.globalAlpha = landed ? 1 - 0.9 * now.share : 0.95;
  pen.lineWidth = 3.6;
  pen.strokeStyle = colours.brass;
  pen.stroke();
  pen.globalAlpha = 1;
}

/** A pad, where the strike is met. */
function target(pen: CanvasRenderingContext2D, place: Place, view: View, hit: boolean, colours: Colours) {
  const { x, y } = seen(view)(place);
  pen.strokeStyle = colours.partner;
  for (const [r, width] of [
    [9.5, 2.4],
    [4, 1.4],
  ] as const) {
    pen.beginPath();
    pen.arc(x, y, r, 0, 2 * Math.PI);
    pen.fillStyle = hit ? colours.brass : colours.chalk;
    if (r > 5) pen.fill();
    pen.lineWidth = width;
    pen.stroke();
  }
}

/** The boards under it: lines half a metre apart, across the way ahead. */
function ground(pen: CanvasRenderingContext2D, figure: Figure, view: View, colours: Colours) {
  const [from, to] = spanOf(figure);
  const at = seen(view);
  const across = Array.from({ length: Math.ceil((to - from) / BOARD) + 1 }, (_, i) => from + i * BOARD);
  const end = across.at(-1) as number;
  pen.beginPath();
  const line = (one: Place, other: Place) => {
    const [a, b] = [at(one), at(other)];
    pen.moveTo(a.x, a.y);
    pen.lineTo(b.x, b.y);
  };
  for (const x of across) line([x, -WIDE, 0], [x, WIDE, 0]);
  for (const y of [-WIDE, WIDE]) line([from, y, 0], [end, y, 0]);
  pen.lineWidth = 1.2;
  pen.strokeStyle = colours.seam;
  pen.stroke();
}

const BOARD = 50;
const WIDE = 60;

function spanOf(figure: Figure): [number, number] {
  const pelvis = figure.poses.map((pose) => (pose.places[0] ?? 0) / 10);
  return [Math.floor(Math.min(...pelvis) / BOARD) * BOARD - BOARD, Math.max(...pelvis) + 110];
}

/** The guard that the body last stood in. */
function restBefore(figure: Figure, now: Moment): Joints | undefined {
  if (now.pose.phase === "guard" && now.share === 0) return undefined;
  const rest = figure.poses.slice(0, figure.poses.indexOf(now.pose) + 1).findLast((pose) => pose.phase === "guard");
  return rest && jointsOf(figure, rest);
}

const triples = (mm: number[]) => Array.from({ length: mm.length / 3 }, (_, i) => cm(mm.slice(3 * i, 3 * i + 3)));

const kept = new WeakMap<Figure, Map<string, Bounds>>();

/** Everything it ever reaches from a view, with room around it. */
export function boundsOf(figure: Figure, view: View): Bounds {
  const of = kept.get(figure) ?? new Map<string, Bounds>();
  kept.set(figure, of);
  const key = `${view.turn}/${view.tilt}`;
  const known = of.get(key);
  if (known) return known;
  const at = seen(view);
  const spots = figure.poses.flatMap((pose) => [
    ...Object.values(jointsOf(figure, pose)).map(at),
    ...(pose.partner ? triples(pose.partner).map(at) : []),
    ...(pose.target ? [at(cm(pose.target))] : []),
  ]);
  const [xs, ys] = [spots.map(({ x }) => x), spots.map(({ y }) => y)];
  const [left, right] = [Math.min(...xs) - 16, Math.max(...xs) + 16];
  const [top, bottom] = [Math.min(...ys) - 16, Math.max(...ys) + 12];
  const found: Bounds = [left, top, right - left, bottom - top];
  if (of.size > 50) of.clear(); // turned by hand, every view is another
  of.set(key, found);
  return found;
}
