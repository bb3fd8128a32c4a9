import type { HeldClass, Schemas } from "../api/client";
import { dated } from "../kit/clock";
import { idOf, newId } from "../kit/ids";
import type { Fact } from "../kit/outbox";
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
};
export type Knock = { id: string; student: string; matter: Schemas["Matter"] };
export type Answer = { id: string; effort: number; estimated: boolean; minutes: number };

/** What a class drills, as it was when the first bell rang: a card that is changed afterwards changes nothing of it. */
export type Drilled = Pick<HeldClass, "rounds" | "segments" | "combinations" | "card_version">;

/** A class as this device keeps it, from door to stool. */
export type Hall = {
  moment: Moment;
  guests: { id: string; name: string; stance: "orthodox" | "southpaw" }[]; // who came without being on file
  present: string[]; // who is here now
  came: string[]; // who was here at all
  arrivals: Record<string, string>; // the fact of each one's coming last
  pairs?: Pairs & { for: string }; // as they were made, and for whom
  locked: string[][]; // made by hand
  ring: Ring;
  drilled?: Drilled;
  told: number; // rounds and calls of this ring that are facts already
  taps: Tap[];
  knocks: Knock[];
  answers: Record<string, Answer>; // how hard it was
  minutes?: string; // really done, as typed
  alive: number; // when this device last kept it
};

type FactsOf = {
  attendances: { id: string; student_id: string; at: string; taken_back_at: string | null }[];
  departures: { student_id: string; at: string }[];
  marks: (Omit<Tap, "student" | "combination" | "broke"> & {
    student_id: string;
    combination_id: string;
    broke_at: number | null;
    taken_back_at: string | null;
  })[];
  knocks: { id: string; student_id: string; matter: Schemas["Matter"] }[];
  efforts: (Answer & { student_id: string; taken_back_at: string | null })[];
};

/** The class as the club has it: what every device that comes to it begins with. */
export function firstHall(held: HeldClass): Hall {
  const facts = held.facts as unknown as FactsOf;
  const arrivals = facts.attendances.filter((fact) => fact.taken_back_at === null);
  const came = [...new Set(arrivals.map((fact) => fact.student_id))];
  const latest = (list: { student_id: string; at: string }[], id: string) =>
    list.reduce((last, fact) => (fact.student_id === id && fact.at > last ? fact.at : last), "");
  return {
    moment: held.ended_at ? "done" : "door",
    guests: [],
    present: came.filter((id) => latest(arrivals, id) > latest(facts.departures, id)),
    came,
    arrivals: Object.fromEntries(
      arrivals.sort((one, two) => (one.at < two.at ? -1 : 1)).map((fact) => [fact.student_id, fact.id]),
    ),
    locked: [],
    ring: newRing(held.segments),
    told: 0,
    taps: facts.marks
      .filter((mark) => mark.taken_back_at === null)
      .map(({ id, student_id, combination_id, rung, attempted, clean, broke_at }) => ({
        id,
        student: student_id,
        combination: combination_id,
        rung,
        attempted,
        clean,
        broke: broke_at ?? undefined,
      })),
    knocks: facts.knocks.map(({ id, student_id, matter }) => ({ id, student: student_id, matter })),
    answers: Object.fromEntries(
      facts.efforts
        .filter((effort) => effort.taken_back_at === null)
        .map(({ id, student_id, effort, estimated, minutes }) => [student_id, { id, effort, estimated, minutes }]),
    ),
    alive: 0,
  };
}

/**
 * What was kept on this device, which may be from before the application was renewed; nothing where it is not a hall. A
 * ring that has not begun goes by the card as it is now.
 */
export function readHall(kept: Partial<Hall> | undefined, held: HeldClass): Hall {
  const first = firstHall(held);
  if (!kept?.ring || !Array.isArray(kept.ring.segments) || !kept.arrivals) return first;
  return renewed({ ...first, ...kept } as Hall, held);
}

/** The hall beside a class that was fetched anew: a ring that has not begun takes its rounds, one that has keeps its own. */
export const renewed = (hall: Hall, held: HeldClass): Hall =>
  isFresh(hall.ring) && hall.ring.runs.length === 0
    ? { ...hall, ring: newRing(held.segments), drilled: undefined }
    : hall;

/** The class as it is drilled: with its own rounds from the first bell on, and the guests of the evening among its students. */
export function asDrilled(held: HeldClass, hall: Hall): HeldClass {
  return withGuests(hall.drilled ? { ...held, ...hall.drilled } : held, hall);
}

/** Keeps what is drilled from the first bell on. */
export function withDrilled(hall: Hall, held: HeldClass): Hall {
  if (hall.drilled || isFresh(hall.ring)) return hall;
  const { rounds, segments, combinations, card_version } = held;
  return { ...hall, drilled: { rounds, segments, combinations, card_version } };
}

/** Somebody comes (again) or goes: how the hall is then, and the fact of it. Before the first bell going undoes a tap. */
export function stepIn(hall: Hall, student: string): [Hall, Fact] {
  const id = newId();
  const there = { present: [...hall.present, student], came: [...new Set([...hall.came, student])] };
  return [
    { ...hall, ...there, arrivals: { ...hall.arrivals, [student]: id } },
    { table: "attendances", fact: { id, student_id: student, at: dated() } },
  ];
}

export function stepOut(hall: Hall, student: string): [Hall, Fact] {
  const present = hall.present.filter((id) => id !== student);
  const arrival = hall.arrivals[student];
  if (isFresh(hall.ring) && arrival) {
    return [
      { ...hall, present, came: hall.came.filter((id) => id !== student) },
      { table: "taken_back", fact: arrival },
    ];
  }
  return [
    { ...hall, present },
    { table: "departures", fact: { id: newId(), student_id: student, at: dated() } },
  ];
}

/** How hard it was for somebody, told anew where it was told before. */
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

/** Rounds that were left since `from`, as facts; each id is drawn from its place, so that told twice it is the same fact. */
export const factsOfRuns = (held: HeldClass, ring: Ring, from: number, device: string): Fact[] =>
  ring.runs.slice(from).map((run) => {
    const round = held.rounds[run.round];
    const id = idOf(`${held.id} ${device} round ${run.round} ${Math.round(run.at)}`);
    const what = { title: round?.title ?? "Round", combination_id: round?.combination_id ?? null };
    const { worked_s, outcome } = run;
    return {
      table: "round_runs",
      fact: { id, round: run.round, ...what, worked_s, outcome, device, at: dated(run.at) },
    };
  });

/** The class goes on here where another device led it: all that happened is the club's, and no bell that rang there rings here again. */
export function takenOver(held: HeldClass, live: { moment: Moment; ring: Ring } | null | undefined, now: number): Hall {
  const hall = firstHall(held);
  if (!live) return hall;
  const ring = { ...caughtUp(live.ring, now), runs: [] };
  return withDrilled({ ...hall, moment: live.moment === "done" ? "stool" : live.moment, ring }, held);
}

/** The class with the guests of the evening among its students. */
function withGuests(held: HeldClass, { guests }: Hall): HeldClass {
  const fresh = guests.filter((guest) => !held.students.some((student) => student.id === guest.id));
  if (fresh.length === 0) return held;
  const students = fresh.map((guest) => ({
    ...guest,
    level: "foundation",
    group_id: held.group_id ?? "",
    group_name: "guest",
    junior: false,
    blocks: [],
    notes: [],
    emergency: { name: "", phone: "", guardian: "" },
  }));
  return {
    ...held,
    students: [...held.students, ...students],
    expected: [...held.expected, ...fresh.map(({ id }) => id)],
  };
}

/** To the stool: the clock stands. */
export const toStool = (hall: Hall, now: number): Hall => ({ ...hall, moment: "stool", ring: pause(hall.ring, now) });

/** The students who are here. */
export const whoAreHere = (held: HeldClass, hall: Hall) =>
  held.students.filter((student) => hall.present.includes(student.id));

/** Who is here, as one text: pairs are made anew when it changes. */
export const whoIsHere = (hall: Hall) => [...hall.present].sort().join(" ");
