import type { Bout, OpenClass } from "../api/client";
import { theRest } from "../kit/lanes";

/** What somebody does in a round: a combination at a rung. */
export type Version = { combination: string; rung: Bout["rung"] };

export const same = (one: Version, other: Version) => one.combination === other.combination && one.rung === other.rung;

/** What can be done in a round while `combination` is drilled: what the card says beside the round's own, and the lanes
 * that a plan laid out. */
export function versionsOf(round: Bout, combination: string): Version[] {
  const said = [round.beginners, round.rung, round.ahead].filter((rung) => rung != null);
  const all = [...said.map((rung) => ({ combination, rung })), ...lanesOf(round, combination).map((lane) => lane.does)];
  return all.filter((version, at) => all.findIndex((each) => same(each, version)) === at);
}

/** What a student does of it: by the plan's lanes, else by what the Book says. */
export function ownVersion(round: Bout, combination: string, student: string): Version {
  const lane = lanesOf(round, combination).find((each) => each.students.includes(student));
  if (lane) return lane.does;
  const own = round.own[student];
  const usual = { combination, rung: round.rung };
  return own ? (versionsOf(round, combination).find((each) => each.rung === own) ?? usual) : usual;
}

/** The one after it, around. */
export function nextVersion(versions: Version[], version: Version): Version {
  return versions[(versions.findIndex((each) => same(each, version)) + 1) % versions.length] ?? version;
}

/** As a button says it: the rung, and the combination where it is another than the round's. */
export function inWords(opened: OpenClass, round: Bout, { combination, rung }: Version) {
  return combination === round.combination_id ? rung : `${opened.combinations[combination]?.name ?? "?"}, ${rung}`;
}

/** Each lane as the wall says it: what is done, and by whom of those who may come; those of the largest are the rest. */
export function lanesInWords(opened: OpenClass, round: Bout): string[] {
  const lanes = lanesOf(round, round.combination_id).map((lane) => ({
    ...lane,
    names: opened.students.filter((each) => lane.students.includes(each.id)).map((each) => each.name.split(" ")[0]),
  }));
  if (lanes.length < 2) return [];
  const rest = theRest(
    lanes,
    (lane) => lane.names.length,
    (lane) => lane.does.combination === round.combination_id,
  );
  return lanes
    .filter((lane) => lane.names.length > 0)
    .map((lane) => {
      const what = [inWords(opened, round, lane.does), lane.part && `${lane.part} first`].filter(Boolean).join(", ");
      return `${what}: ${lane === rest ? "the rest" : lane.names.join(", ")}`;
    });
}

/** The lanes of a round while its own combination is drilled; classes kept from before have none. */
export function lanesOf(round: Bout, combination: string | null | undefined) {
  if (!combination || combination !== round.combination_id) return [];
  return (round.lanes ?? []).map((lane) => ({
    does: { combination: lane.combination_id ?? combination, rung: lane.rung } as Version,
    part: lane.part,
    students: lane.student_ids,
  }));
}
