import { type Figure, type Joints, jointsOf, type Moment, momentAt, type Place, type Pose } from "./poses";
import { type Band, bandsOf, driveWay, outline, windings } from "./shapes";
import { type Spot, seen, type View } from "./view";

type Props = {
  figure: Figure;
  seconds: number;
  view: View;
  /** Which of the body's sides is the lead one. */
  lead: "left" | "right";
  /** The body at rest before what it does now, faint behind it. */
  ghost?: boolean;
};

/**
 * A body wound from bandage and rope: the lead side open cloth, the rear side solid, as on the wrap. What drives a strike
 * runs along it in brass from the floor to what lands.
 */
export function FigureDrawing({ figure, seconds, view, lead, ghost = true }: Props) {
  const now = momentAt(figure, seconds);
  const [left, top, width, height] = boundsOf(figure, view);
  const before = ghost ? restBefore(figure, now) : undefined;
  const what = now.next?.target ? now.next : now.pose;
  return (
    <svg
      viewBox={`${left} ${top} ${width} ${height}`}
      className="min-h-0 w-full flex-1 basis-0"
      aria-hidden="true"
      data-testid="figure"
    >
      <Ground figure={figure} view={view} />
      {before && (
        <g opacity="0.16">
          <Body joints={before} view={view} lead={lead} />
        </g>
      )}
      {what.target && <Target place={cm(what.target)} view={view} hit={now.pose.target !== null && now.share < 0.5} />}
      <Body joints={now.joints} view={view} lead={lead} />
      <Drive now={now} view={view} lead={lead} />
    </svg>
  );
}

const cm = (mm: number[]) => mm.map((each) => each / 10) as Place;

function Body({ joints, view, lead }: { joints: Joints; view: View; lead: "left" | "right" }) {
  return bandsOf(joints, view).map((band) => (
    <Wound key={`${band.side ?? ""}${band.name}`} band={band} look={lookOf(band, lead)} />
  ));
}

type Look = { fill: string; edge: string; thread: string };

function lookOf(band: Band, lead: "left" | "right"): Look {
  if (band.side === null) {
    return { fill: "var(--color-cloth)", edge: "var(--color-ink)", thread: "var(--color-seam)" };
  }
  return band.side === lead
    ? { fill: "var(--color-chalk)", edge: "var(--color-lead)", thread: "var(--color-lead)" }
    : { fill: "var(--color-rear)", edge: "var(--color-rear)", thread: "var(--color-cloth)" };
}

function Wound({ band, look }: { band: Band; look: Look }) {
  const threads = windings(band);
  return (
    <g>
      <path d={outline(band)} fill={look.fill} stroke="var(--color-chalk)" strokeWidth="3.4" />
      <path d={outline(band)} fill={look.fill} stroke={look.edge} strokeWidth="1.7" />
      {threads && <path d={threads} stroke={look.thread} strokeWidth="1.1" opacity="0.75" fill="none" />}
    </g>
  );
}

/** From the floor to what strikes: it loads to the hip, and fires. */
function Drive({ now, view, lead }: { now: Moment; view: View; lead: "left" | "right" }) {
  const drive = now.pose.drive ?? now.next?.drive;
  if (!drive) return null;
  const landed = now.pose.drive !== null;
  const full = landed ? 1 : now.pose.phase === "load" ? 0.3 + 0.7 * now.share : 0.3 * now.share;
  const spots = driveWay(drive, lead).map((name) => seen(view)(now.joints[name] as Place));
  return (
    <path
      d={`M${spots.map(({ x, y }) => `${x.toFixed(1)} ${y.toFixed(1)}`).join("L")}`}
      pathLength={1}
      strokeDasharray={`${full} 2`}
      fill="none"
      stroke="var(--color-brass)"
      strokeWidth="3.6"
      strokeLinejoin="round"
      strokeLinecap="round"
      opacity={landed ? 1 - 0.9 * now.share : 0.95}
    />
  );
}

/** A pad, where the strike is met. */
function Target({ place, view, hit }: { place: Place; view: View; hit: boolean }) {
  const { x, y } = seen(view)(place);
  return (
    <g transform={`translate(${x} ${y})`}>
      <circle
        r="9.5"
        fill={hit ? "var(--color-brass)" : "var(--color-chalk)"}
        stroke="var(--color-partner)"
        strokeWidth="2.4"
        opacity="0.9"
      />
      <circle r="4" fill="none" stroke="var(--color-partner)" strokeWidth="1.4" />
    </g>
  );
}

/** The boards under it: lines half a metre apart, across the way ahead. */
function Ground({ figure, view }: { figure: Figure; view: View }) {
  const [from, to] = spanOf(figure);
  const at = seen(view);
  const lines = Array.from({ length: Math.ceil((to - from) / 50) + 1 }, (_, i) => from + i * 50);
  const line = (one: Spot, other: Spot) => `M${one.x} ${one.y}L${other.x} ${other.y}`;
  return (
    <path
      d={
        lines.map((x) => line(at([x, -60, 0]), at([x, 60, 0]))).join("") +
        [-60, 60].map((y) => line(at([from, y, 0]), at([lines.at(-1) as number, y, 0]))).join("")
      }
      stroke="var(--color-seam)"
      strokeWidth="1.2"
      fill="none"
    />
  );
}

function spanOf(figure: Figure): [number, number] {
  const pelvis = figure.poses.map((pose) => (pose.places[0] ?? 0) / 10);
  return [Math.floor(Math.min(...pelvis) / 50) * 50 - 50, Math.max(...pelvis) + 110];
}

/** The guard that the body last stood in. */
function restBefore(figure: Figure, now: Moment): Joints | undefined {
  if (now.pose.phase === "guard" && now.share === 0) return undefined;
  const here = figure.poses.indexOf(now.pose);
  const rest = figure.poses.slice(0, here + 1).findLast((pose: Pose) => pose.phase === "guard");
  return rest && jointsOf(figure, rest);
}

/** Everything it ever reaches from a view, with room around it: [left, top, width, height]. */
export function boundsOf(figure: Figure, view: View): [number, number, number, number] {
  const at = seen(view);
  const spots = figure.poses.flatMap((pose) => [
    ...Object.values(jointsOf(figure, pose)).map(at),
    ...(pose.target ? [at(cm(pose.target))] : []),
  ]);
  const xs = spots.map(({ x }) => x);
  const ys = spots.map(({ y }) => y);
  const [left, right] = [Math.min(...xs) - 16, Math.max(...xs) + 16];
  const [top, bottom] = [Math.min(...ys) - 16, Math.max(...ys) + 12];
  return [left, top, right - left, bottom - top];
}
