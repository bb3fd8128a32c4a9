import type { Schemas } from "../../api/client";

export type Figure = Schemas["BodyFigure"];
export type Pose = Schemas["Pose"];
export type Place = [number, number, number];
/** Where each joint is, in cm. */
export type Joints = Record<string, Place>;

/** Chains that keep their length between two poses: the middle joint is found again from both ends. */
const CHAINS = ["left", "right"].flatMap((side) => [
  [`${side}_shoulder`, `${side}_elbow`, `${side}_hand`] as const,
  [`${side}_hip`, `${side}_knee`, `${side}_ankle`] as const,
]);

/** Cm over the floor from which on a foot is not bound to where it stood. */
const IN_THE_AIR = 4;

/** Bones that go round with what they hang from, in that order. */
const BARS: [string, string][] = [
  ["pelvis", "neck"],
  ["neck", "head"],
  ["neck", "left_shoulder"],
  ["neck", "right_shoulder"],
  ["pelvis", "left_hip"],
  ["pelvis", "right_hip"],
];

export const less = (a: Place, b: Place): Place => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
export const go = (a: Place, way: Place, by: number): Place => [
  a[0] + way[0] * by,
  a[1] + way[1] * by,
  a[2] + way[2] * by,
];
const dot = (a: Place, b: Place) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const size = (a: Place) => Math.hypot(...a);
export const mix = (a: Place, b: Place, t: number): Place => go(a, less(b, a), t);
const eased = (t: number) => t * t * (3 - 2 * t);

export const jointsOf = (figure: Figure, pose: Pose): Joints => joints(figure, pose.places);

function joints(figure: Figure, places: number[]): Joints {
  return Object.fromEntries(
    figure.joints.map((name, i) => [name, places.slice(3 * i, 3 * i + 3).map((mm) => mm / 10) as Place]),
  );
}

/** Whoever stands opposite in a pose: as in the one before, where nothing else is said; nobody where nobody does. */
function oppositeOf(figure: Figure, at: number): Joints | undefined {
  const told = figure.poses.slice(0, at + 1).findLast((pose) => pose.partner !== null)?.partner;
  return told ? joints(figure, told) : undefined;
}

/** The last pose at or before a moment. */
export function poseAt(figure: Figure, seconds: number): number {
  const after = figure.poses.findIndex((pose) => pose.at > seconds + 1e-6);
  return after < 0 ? figure.poses.length - 1 : Math.max(0, after - 1);
}

export type Moment = {
  joints: Joints;
  /** Of whoever stands opposite. */
  partner: Joints | undefined;
  pose: Pose;
  next: Pose | undefined;
  /** How far it has come from the pose to the next, 0 to 1, as a body moves. */
  share: number;
};

/** The body between two poses; bones keep their length. */
export function momentAt(figure: Figure, seconds: number): Moment {
  const i = poseAt(figure, seconds);
  const pose = figure.poses[i] as Pose;
  const next = figure.poses[i + 1];
  const [from, partner] = [jointsOf(figure, pose), oppositeOf(figure, i)];
  if (!next || next.at <= pose.at) return { joints: from, partner, pose, next, share: 0 };
  const share = eased(Math.min(1, Math.max(0, (seconds - pose.at) / (next.at - pose.at))));
  return {
    joints: share > 0 ? between(from, jointsOf(figure, next), share) : from,
    partner: partner && share > 0 && next.partner ? stepping(partner, joints(figure, next.partner), share) : partner,
    pose,
    next,
    share,
  };
}

export const between = (from: Joints, to: Joints, share: number): Joints => held(from, mixed(from, to, share));

/** As `between`; feet that go somewhere are lifted, first the one that stands ahead on the way there, then the other. */
function stepping(from: Joints, to: Joints, share: number): Joints {
  const now = mixed(from, to, share);
  const way = less(to.pelvis as Place, from.pelvis as Place);
  const ahead = (side: string) => dot(from[`${side}_ball`] as Place, way);
  const order = ["left", "right"].sort((one, other) => ahead(other) - ahead(one));
  order.forEach((side, turn) => {
    const [ankle, ball] = [`${side}_ankle`, `${side}_ball`];
    const stays = (place: Place | undefined) => place !== undefined && place[2] <= IN_THE_AIR;
    const far = size(less(to[ball] as Place, from[ball] as Place));
    if (far < A_STEP || !stays(from[ball]) || !stays(to[ball])) return;
    const own = Math.min(1, Math.max(0, share * 2 - turn));
    const lift: Place = [0, 0, Math.min(HIGHEST, far / 4) * Math.sin(Math.PI * own)];
    for (const name of [ankle, ball]) now[name] = go(mix(from[name] as Place, to[name] as Place, own), lift, 1);
  });
  return held(from, now);
}

/** Cm below which a foot has not gone anywhere; how high one is lifted. */
const A_STEP = 3;
const HIGHEST = 7;

const mixed = (from: Joints, to: Joints, share: number) =>
  Object.fromEntries(
    Object.entries(from).map(([name, place]) => [name, mix(place, to[name] as Place, share)]),
  ) as Joints;

/** The bones as long as they were, their joints as near as can be to where they are now. */
function held(from: Joints, now: Joints): Joints {
  const hold = (root: string, end: string) => {
    const off = less(now[end] as Place, now[root] as Place);
    const long = size(less(from[end] as Place, from[root] as Place));
    now[end] = go(now[root] as Place, off, long / (size(off) || 1));
  };
  for (const [root, end] of BARS) hold(root, end);
  for (const [root, middle, end] of CHAINS) {
    now[middle] = kneeOf(now[root] as Place, now[end] as Place, now[middle] as Place, [
      size(less(from[middle] as Place, from[root] as Place)),
      size(less(from[end] as Place, from[middle] as Place)),
    ]);
  }
  for (const side of ["left", "right"]) {
    if ((now[`${side}_ball`] as Place)[2] > IN_THE_AIR) hold(`${side}_ankle`, `${side}_ball`);
    const [elbow, hand] = [now[`${side}_elbow`] as Place, now[`${side}_hand`] as Place];
    const share = size(less(from[`${side}_wrist`] as Place, from[`${side}_elbow`] as Place));
    now[`${side}_wrist`] = mix(elbow, hand, share / (size(less(hand, elbow)) || 1));
  }
  return now;
}

/** The joint in the middle of two bones of these lengths, on the side where `near` is. */
function kneeOf(root: Place, end: Place, near: Place, [upper, lower]: [number, number]): Place {
  const line = less(end, root);
  const far = size(line) || 1;
  const way = line.map((each) => each / far) as Place;
  const along = (upper * upper - lower * lower + far * far) / (2 * far);
  const beside = Math.sqrt(Math.max(0, upper * upper - along * along));
  const off = less(near, root);
  const bend = go(off, way, -dot(off, way));
  const width = size(bend) || 1;
  return go(go(root, way, along), bend, beside / width);
}
