import type { HeldClass, Schemas } from "../api/client";
import { newRing, pause, type Ring } from "./ring";

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

/** A class as this device keeps it, from door to stool. */
export type Hall = {
  moment: Moment;
  guests: { id: string; name: string; stance: "orthodox" | "southpaw" }[]; // who came without being on file
  present: string[]; // who is here now
  sent: string[]; // whose coming is told
  pairs?: Pairs & { for: string }; // as they were made, and for whom
  locked: string[][]; // made by hand
  ring: Ring;
  told: number; // rounds and calls of this ring that are facts already
  taps: Tap[];
  knocks: Knock[];
};

export function firstHall(held: HeldClass): Hall {
  const facts = held.facts as unknown as Record<"attendances" | "departures", { student_id: string }[]>;
  const came = facts.attendances.map((fact) => fact.student_id);
  const left = facts.departures.map((fact) => fact.student_id);
  return {
    moment: held.ended_at ? "done" : "door",
    guests: [],
    present: came.filter((id) => !left.includes(id)),
    sent: came,
    locked: [],
    ring: newRing(held.segments),
    told: 0,
    taps: [],
    knocks: [],
  };
}

/** What was kept on this device, which may be from before the application was renewed; nothing where it is not a hall. */
export function readHall(kept: Partial<Hall> | undefined, held: HeldClass): Hall {
  if (!kept?.ring || !Array.isArray(kept.ring.segments)) return firstHall(held);
  return { ...firstHall(held), ...kept } as Hall;
}

/** The class with the guests of the evening among its students. */
export function withGuests(held: HeldClass, { guests }: Hall): HeldClass {
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
