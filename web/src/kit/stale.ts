import { useQueryClient } from "@tanstack/react-query";
import { useCallback } from "react";

/** The first words of the keys in queries.ts that a change makes stale. */
type Question =
  | "session"
  | "openings"
  | "invited"
  | "crew"
  | "school"
  | "lexicon"
  | "analysis"
  | "trial"
  | "near"
  | "shelf"
  | "combination"
  | "uses"
  | "drills"
  | "flows"
  | "progression"
  | "written"
  | "series"
  | "cards"
  | "all cards"
  | "card"
  | "sums"
  | "versions"
  | "calendar"
  | "closures"
  | "planned class"
  | "classes"
  | "open class"
  | "people"
  | "club"
  | "groups"
  | "place"
  | "starter"
  | "holidays"
  | "squad"
  | "board"
  | "next"
  | "student"
  | "student's classes"
  | "student's reviews"
  | "student's marks"
  | "student's work"
  | "student's spans"
  | "corrections"
  | "file"
  | "holds"
  | "audit"
  | "on record"
  | "weeks"
  | "programmes"
  | "programme";

const DRILLED: Question[] = ["card", "cards", "all cards", "sums", "versions", "open class", "planned class", "next"];
const OF_EVERYBODY: Question[] = ["squad", "board", "next", "people", "open class", "planned class", "programme"];
const OF_ONE: Question[] = [
  "student",
  "student's classes",
  "student's reviews",
  "student's marks",
  "student's work",
  "student's spans",
  "corrections",
  "file",
  "holds",
  "audit",
  "on record",
];

/** What each kind of change makes stale. */
export const STALE = {
  combination: [
    "shelf",
    "series",
    "combination",
    "near",
    "uses",
    "drills",
    "written",
    "squad",
    "programme",
    ...DRILLED,
  ],
  drill: ["drills", "progression", "uses", "written", ...DRILLED],
  flow: ["flows", "written", ...DRILLED],
  series: ["series"],
  card: ["shelf", "drills", "uses", "calendar", "weeks", "programme", ...DRILLED],
  calendar: [
    "club",
    "holidays",
    "closures",
    "calendar",
    "planned class",
    "open class",
    "classes",
    "weeks",
    "next",
    "session",
    "programme",
  ],
  student: ["club", "groups", "place", ...OF_EVERYBODY, ...OF_ONE],
  studentGone: [...OF_EVERYBODY, "session"],
  classTookPlace: ["classes", "weeks", "calendar", "session", ...OF_EVERYBODY, ...OF_ONE],
  record: ["weeks", ...OF_EVERYBODY, ...OF_ONE],
  groups: ["groups", "club", "place", "calendar", "classes", "weeks", "session", "board", ...OF_EVERYBODY, ...OF_ONE],
  club: ["club", "session", "holidays"],
  starter: ["starter", "club", "shelf", "drills", "flows", "cards", "all cards", "near", "written"],
  school: [
    "club",
    "session",
    "school",
    "lexicon",
    "analysis",
    "shelf",
    "combination",
    "drills",
    "people",
    ...DRILLED,
    ...OF_EVERYBODY,
    ...OF_ONE,
  ],
  programme: ["programmes"],
  classesDrafted: ["programme", "weeks", "calendar", "classes", "cards", "all cards", "session", "next"],
} satisfies Record<string, Question[]>;

/** Says what was changed: what it makes stale is read again where it is shown, and elsewhere when it is next. */
export function useStale() {
  const client = useQueryClient();
  return useCallback(
    (change: keyof typeof STALE) => {
      const stale = new Set<unknown>(STALE[change]);
      void client.invalidateQueries({ predicate: ({ queryKey }) => stale.has(queryKey[0]) });
    },
    [client],
  );
}
