import type { OpenClass, Schemas } from "../api/client";
import { HEAD_KNOCK } from "../api/known";
import { dated } from "../kit/clock";
import { newId } from "../kit/ids";
import type { Fact } from "../kit/outbox";
import type { Bell } from "./minutes";
import { caughtUp, isFresh, newRing, pause, type Ring } from "./ring";

export type Moment = Schemas["Moment"];
export type Pairs = Schemas["Pairs"];
export type Tap = {
  id: string;
  student: string;
  combination: string;
  rung: string;
  attempted: number;
  clean: number;
  broke?: number; // the link where it broke
  feed?: string; // of a read drill: what was shown
};
export type TallyMark = { id: string; student: string; round: number };
export type Knock = { id: string; student: string; matter: Schemas["Matter"] };
export type Answer = { id: string; effort: number; estimated: boolean; minutes: number };

/** What a class drills, as it was when the first bell rang: a card that is changed afterwards changes nothing of it. */
export type Drilled = Pick<OpenClass, "rounds" | "segments" | "combinations" | "card_version"> &
  Partial<Pick<OpenClass, "exercises">>;

/** A class as this device keeps it, from door to stool. */
export type Hall = {
  moment: Moment;
  guests: { id: string; name: string; stance: "orthodox" | "southpaw" }[]; // who came without being on file
  present: string[]; // who is here now
  came: string[]; // who was here at all
  arrivals: Record<string, string>; // the fact of each one's coming last
  there: Record<string, [number, number | null][]>; // from when to when, in ms of the server's time
  bells: Bell[]; // when the clock was started and stopped, in ms of the server's time
  rung: number; // bells that are facts already
  pairs?: Pairs & { for: string }; // as they were made, and for whom
  locked: string[][]; // made by hand
  ring: Ring;
  drilled?: Drilled;
  told: number; // rounds and calls of this ring that are facts already
  taps: Tap[];
  tallies?: TallyMark[]; // who was last to finish an exchange
  knocks: Knock[];
  answers: Record<string, Answer>; // how hard it was
  minutes?: string; // of everybody, as typed; worked out for each where nothing is
  minutesOf: Record<string, string>; // of one, as typed
  alive: number; // when this device last kept it
};

/** The class as the club has it: what every device that comes to it begins with. */
export function firstHall(opened: OpenClass): Hall {
  const { facts } = opened;
  const arrivals = facts.attendances.filter((fact) => fact.taken_back_at === null);
  const came = [...new Set(arrivals.map((fact) => fact.student_id))];
  const latest = (list: { student_id: string; at: string }[], id: string) =>
    list.reduce((last, fact) => (fact.student_id === id && fact.at > last ? fact.at : last), "");
  return {
    moment: opened.ended_at ? "done" : "door",
    guests: [],
    present: came.filter((id) => latest(arrivals, id) > latest(facts.departures, id)),
    came,
    there: Object.fromEntries(came.map((id) => [id, spans(arrivals, facts.departures, id)])),
    bells: (facts.bells ?? []).map(({ at, running }) => ({ at: Date.parse(at), running })),
    rung: facts.bells?.length ?? 0,
    arrivals: Object.fromEntries(
      arrivals.sort((one, two) => (one.at < two.at ? -1 : 1)).map((fact) => [fact.student_id, fact.id]),
    ),
    locked: [],
    ring: newRing(opened.segments),
    told: 0,
    minutesOf: {},
    taps: facts.marks
      .filter((mark) => mark.taken_back_at === null)
      .map(({ id, student_id, combination_id, rung, attempted, clean, broke_at, feed }) => ({
        id,
        student: student_id,
        combination: combination_id,
        rung,
        attempted,
        clean,
        broke: broke_at ?? undefined,
        feed: feed ?? undefined,
      })),
    tallies: (facts.tallies ?? [])
      .filter((tally) => tally.taken_back_at === null)
      .map(({ id, student_id, round }) => ({ id, student: student_id, round })),
    knocks: facts.knocks.map(({ id, student_id, matter }) => ({ id, student: student_id, matter })),
    answers: Object.fromEntries(
      facts.efforts
        .filter((effort) => effort.taken_back_at === null)
        .map(({ id, student_id, effort, estimated, minutes }) => [student_id, { id, effort, estimated, minutes }]),
    ),
    alive: 0,
  };
}

/** From when to when somebody was here, by the facts of it. */
function spans(
  comings: { student_id: string; at: string }[],
  goings: { student_id: string; at: string }[],
  id: string,
) {
  const events = [
    ...comings.filter((fact) => fact.student_id === id).map((fact) => ({ at: Date.parse(fact.at), going: false })),
    ...goings.filter((fact) => fact.student_id === id).map((fact) => ({ at: Date.parse(fact.at), going: true })),
  ].sort((one, two) => one.at - two.at || Number(one.going) - Number(two.going));
  const found: [number, number | null][] = [];
  for (const { at, going } of events) {
    const open = found.at(-1)?.[1] === null ? found.at(-1) : undefined;
    if (going && open) open[1] = at;
    else if (!going && !open) found.push([at, null]);
  }
  return found;
}

/**
 * What was kept on this device, which may be from before the application was renewed; nothing where it is not a hall. A
 * ring that has not begun goes by the card as it is now.
 */
export function readHall(kept: Partial<Hall> | undefined, opened: OpenClass): Hall {
  const first = firstHall(opened);
  if (!kept?.ring || !Array.isArray(kept.ring.segments) || !kept.arrivals) return first;
  return renewed({ ...first, ...kept } as Hall, opened);
}

/** The hall beside a class that was fetched again: a ring that has not begun takes its rounds, one that has keeps its own. */
export const renewed = (hall: Hall, opened: OpenClass): Hall =>
  isFresh(hall.ring) && hall.ring.runs.length === 0
    ? { ...hall, ring: newRing(opened.segments), drilled: undefined }
    : hall;

/** The class as it is drilled: with its own rounds from the first bell on, and the guests of the evening among its students. */
export function asDrilled(opened: OpenClass, hall: Hall): OpenClass {
  return withGuests(hall.drilled ? { ...opened, ...hall.drilled } : opened, hall);
}

/** Keeps what is drilled from the first bell on. */
export function withDrilled(hall: Hall, opened: OpenClass): Hall {
  if (hall.drilled || isFresh(hall.ring)) return hall;
  const { rounds, segments, combinations, exercises, card_version } = opened;
  return { ...hall, drilled: { rounds, segments, combinations, exercises, card_version } };
}

/** Somebody comes (again) or goes: how the hall is then, and the fact of it. Before the first bell going undoes a tap. */
export function stepIn(hall: Hall, student: string): [Hall, Fact] {
  const [id, at] = [newId(), dated()];
  const present = [...hall.present, student];
  const there = { ...hall.there, [student]: [...(hall.there[student] ?? []), open(at)] };
  return [
    {
      ...hall,
      present,
      there,
      came: [...new Set([...hall.came, student])],
      arrivals: { ...hall.arrivals, [student]: id },
    },
    { table: "attendances", fact: { id, student_id: student, at } },
  ];
}

const open = (at: string): [number, null] => [Date.parse(at), null];

export function stepOut(hall: Hall, student: string): [Hall, Fact] {
  const before = hall.there[student] ?? [];
  const present = hall.present.filter((id) => id !== student);
  const arrival = hall.arrivals[student];
  if (isFresh(hall.ring) && arrival) {
    return [
      { ...hall, present, there: { ...hall.there, [student]: [] }, came: hall.came.filter((id) => id !== student) },
      { table: "taken_back", fact: arrival },
    ];
  }
  const at = dated();
  const gone = before.map(([from, to]): [number, number] => [from, to ?? Date.parse(at)]);
  return [
    { ...hall, present, there: { ...hall.there, [student]: gone } },
    { table: "departures", fact: { id: newId(), student_id: student, at } },
  ];
}

/** How hard it was for somebody, told again where it was told before. */
export function answered(hall: Hall, student: string, told: Omit<Answer, "id">, on: string): [Hall, Fact[]] {
  const id = newId();
  const before = hall.answers[student];
  return [
    { ...hall, answers: { ...hall.answers, [student]: { ...told, id } } },
    [
      ...(before ? [{ table: "taken_back", fact: before.id } as const] : []),
      { table: "efforts", fact: { id, student_id: student, on, ...told, at: dated() } },
    ],
  ];
}

/** The class goes on here where another device led it: all that happened is the club's, and no bell that rang there rings here again. */
type Led = { moment: Moment; ring: Ring; pairs?: string[][] };

export function takenOver(opened: OpenClass, live: Led | null | undefined, now: number): Hall {
  const hall = firstHall(opened);
  if (!live) return hall;
  if (live.pairs) hall.pairs = { ...asMade(live.pairs), for: whoIsHere(hall) };
  const ring = { ...caughtUp(live.ring, now), runs: [] };
  return withDrilled({ ...hall, moment: live.moment === "done" ? "stool" : live.moment, ring }, opened);
}

/** Pairs that another device had, as they were made. */
const asMade = (groups: string[][]): Pairs => ({
  groups: groups.filter((ids) => ids.length > 1).map((ids) => ({ ids, score: 0, reasons: [], locked: false })),
  stuck: [],
  alone: [],
  out: [],
  gap: null,
});

/** Who works with whom, of those who are still here. */
export const groupsOf = (hall: Hall): string[][] =>
  (hall.pairs?.groups ?? [])
    .map((group) => group.ids.filter((id) => hall.present.includes(id)))
    .filter((ids) => ids.length > 0);

/** Who had a knock to the head today is out for the day; so is who may do nothing at all. */
export const isOut = (opened: OpenClass, hall: Hall, student: string) =>
  hall.knocks.some((knock) => knock.student === student && knock.matter === HEAD_KNOCK) ||
  (opened.students.find(({ id }) => id === student)?.blocks.includes("all") ?? false);

/** The class with the guests of the evening among its students. */
function withGuests(opened: OpenClass, { guests }: Hall): OpenClass {
  const fresh = guests.filter((guest) => !opened.students.some((student) => student.id === guest.id));
  if (fresh.length === 0) return opened;
  const students = fresh.map((guest) => ({
    ...guest,
    level: "foundation",
    group_id: opened.group_id ?? "",
    group_name: "guest",
    visitor: true,
    left_on: null,
    junior: false,
    blocks: [],
    notes: [],
    emergency: { name: "", phone: "", guardian: "" },
  }));
  return {
    ...opened,
    students: [...opened.students, ...students],
    expected: [...opened.expected, ...fresh.map(({ id }) => id)],
  };
}

/** To the stool: the clock stands. */
export const toStool = (hall: Hall, now: number): Hall => ({ ...hall, moment: "stool", ring: pause(hall.ring, now) });

/** The students who are here. */
export const whoAreHere = (opened: OpenClass, hall: Hall) =>
  opened.students.filter((student) => hall.present.includes(student.id));

/** Who is here, as one text: pairs are made again when it changes. */
export const whoIsHere = (hall: Hall) => [...hall.present].sort().join(" ");
