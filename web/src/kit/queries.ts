import { keepPreviousData, queryOptions, useQuery } from "@tanstack/react-query";
import { useDeferredValue, useMemo } from "react";
import { api, data, pageOf, type Schemas } from "../api/client";
import type { paths } from "../api/schema";
import { heardTime } from "./clock";
import { hallKey } from "./device";
import { recallKept } from "./kept";
import { signedOut } from "./signedOut";
import { goBy } from "./ways";

type Asked<Path extends keyof paths> = paths[Path] extends {
  post: { requestBody: { content: { "application/json": infer Body } } };
}
  ? Body
  : never;
type Query<Path extends keyof paths> = paths[Path] extends { get: { parameters: { query?: infer Given } } }
  ? NonNullable<Given>
  : never;

const path = (id: string) => ({ params: { path: { id } } });
const SOON = 10_000; // ms for which an answer is taken as it is
const MINUTE = 60_000;

const allCards = async () => {
  const lists = (["cards", "templates"] as const).map((kind) =>
    data(api.GET("/api/card/cards", { params: { query: { kind } } })),
  );
  return (await Promise.all(lists)).flat();
};

/** Of what is asked with every key: the last answer stays until the next, and none is kept for long. */
const TYPED = { placeholderData: keepPreviousData, staleTime: MINUTE, gcTime: MINUTE };

/**
 * Every question that the interface asks, each with a key that no other has (its first word is the question's name). What
 * a change makes stale stands in stale.ts.
 */
export const asks = {
  session: () =>
    queryOptions({
      queryKey: ["session"],
      queryFn: async () => {
        if (await signedOut())
          return {
            account: null,
            halfway: false,
            club: null,
            clubs: [],
            strange: [],
            next_class: null,
            now: "",
          } as Schemas["Session"];
        const session = await data(api.GET("/api/session"));
        heardTime(session.now, { mayBeOld: true });
        goBy(session.club?.country);
        pageOf(session.club?.id);
        return session;
      },
      staleTime: MINUTE,
    }),
  openings: () => queryOptions({ queryKey: ["openings"], queryFn: () => data(api.GET("/api/openings")) }),
  invited: (code: string) =>
    queryOptions({
      queryKey: ["invited", code],
      staleTime: Number.POSITIVE_INFINITY, // used up, it is not asked again
      gcTime: 0,
      queryFn: () => data(api.POST("/api/crew/invited", { body: { code } })),
    }),
  letters: () =>
    queryOptions({ queryKey: ["letters"], queryFn: () => data(api.GET("/api/resets/letters")), gcTime: 0 }),
  told: (code: string) =>
    queryOptions({
      queryKey: ["told", code],
      staleTime: Number.POSITIVE_INFINITY,
      gcTime: 0,
      queryFn: () => data(api.POST("/api/resets/told", { body: { code } })),
    }),
  health: () => queryOptions({ queryKey: ["health"], queryFn: () => data(api.GET("/api/health")), gcTime: 0 }),
  mine: () => queryOptions({ queryKey: ["mine"], queryFn: () => data(api.GET("/api/mine")) }),
  drawnCode: (text: string) =>
    queryOptions({
      queryKey: ["drawn code", text],
      gcTime: 0,
      staleTime: Number.POSITIVE_INFINITY,
      queryFn: () => data(api.POST("/api/mine/codes", { body: { text } })),
    }),
  club: () => queryOptions({ queryKey: ["club"], queryFn: () => data(api.GET("/api/club")), staleTime: SOON }),
  groups: () => queryOptions({ queryKey: ["groups"], queryFn: () => data(api.GET("/api/groups")), staleTime: SOON }),
  place: (id: string) =>
    queryOptions({ queryKey: ["place", id], queryFn: () => data(api.GET("/api/groups/students/{id}", path(id))) }),
  ownPages: (student: string) =>
    queryOptions({
      queryKey: ["own pages", student],
      queryFn: () => data(api.GET("/api/corners/students/{id}", path(student))),
    }),
  whatWasTold: (group: string | undefined) =>
    queryOptions({
      queryKey: ["what was told", group],
      queryFn: () =>
        data(api.GET("/api/corners/told", { params: { query: group && group !== "all" ? { group } : {} } })),
    }),
  tidings: () =>
    queryOptions({
      queryKey: ["tidings"],
      queryFn: () => data(api.GET("/api/corners/tidings")),
      refetchInterval: MINUTE,
    }),
  starter: () => queryOptions({ queryKey: ["starter"], queryFn: () => data(api.GET("/api/club/starter")) }),
  holidays: () => queryOptions({ queryKey: ["holidays"], queryFn: () => data(api.GET("/api/club/holidays")) }),
  crew: () => queryOptions({ queryKey: ["crew"], queryFn: () => data(api.GET("/api/crew")) }),
  school: () => queryOptions({ queryKey: ["school"], queryFn: () => data(api.GET("/api/school")), staleTime: SOON }),
  lexicon: () =>
    queryOptions({
      queryKey: ["lexicon"],
      queryFn: () => data(api.GET("/api/bench/lexicon")),
      staleTime: Number.POSITIVE_INFINITY,
    }),

  // the Bench
  analysis: (body: Asked<"/api/bench/analysis">) =>
    queryOptions({
      queryKey: ["analysis", body],
      queryFn: ({ signal }) => data(api.POST("/api/bench/analysis", { body, signal })),
      ...TYPED,
    }),
  figure: (body: Asked<"/api/bench/figures">) =>
    queryOptions({
      queryKey: ["figure", body],
      queryFn: ({ signal }) => data(api.POST("/api/bench/figures", { body, signal })),
      staleTime: MINUTE, // and never the body of another combination meanwhile
      gcTime: MINUTE,
    }),
  trial: (body: Asked<"/api/school/techniques/trials">) =>
    queryOptions({
      queryKey: ["trial", body],
      queryFn: ({ signal }) => data(api.POST("/api/school/techniques/trials", { body, signal })),
      ...TYPED,
    }),
  near: (body: Asked<"/api/bench/near">) =>
    queryOptions({
      queryKey: ["near", body],
      queryFn: ({ signal }) => data(api.POST("/api/bench/near", { body, signal })),
      placeholderData: keepPreviousData,
      staleTime: 30_000,
    }),
  parts: (body: { notation: string; tempo?: number; pause?: number }) =>
    queryOptions({
      queryKey: ["parts", body],
      queryFn: () => data(api.POST("/api/bench/parts", { body })),
      placeholderData: keepPreviousData,
      staleTime: MINUTE,
    }),
  shelf: (archived: boolean, search: string) =>
    queryOptions({
      queryKey: ["shelf", archived, search],
      queryFn: () =>
        data(api.GET("/api/bench/combinations", { params: { query: { archived, ...(search && { search }) } } })),
      placeholderData: keepPreviousData,
      staleTime: SOON,
    }),
  combination: (id: string) =>
    queryOptions({
      queryKey: ["combination", id],
      queryFn: () => data(api.GET("/api/bench/combinations/{id}", path(id))),
    }),
  uses: (id: string) =>
    queryOptions({
      queryKey: ["uses", id],
      queryFn: () => data(api.GET("/api/bench/combinations/{id}/uses", path(id))),
    }),
  series: () => queryOptions({ queryKey: ["series"], queryFn: () => data(api.GET("/api/series")), staleTime: SOON }),
  flows: (archived: boolean) =>
    queryOptions({
      queryKey: ["flows", archived],
      queryFn: () => data(api.GET("/api/flows", { params: { query: { archived } } })),
      staleTime: SOON,
    }),
  feed: (feed: string) =>
    queryOptions({
      queryKey: ["feed", feed],
      queryFn: ({ signal }) => data(api.POST("/api/bench/feeds", { body: { feed }, signal })),
      ...TYPED,
    }),
  path: (body: { notation: string }) =>
    queryOptions({
      queryKey: ["path", body],
      queryFn: ({ signal }) => data(api.POST("/api/bench/paths", { body, signal })),
      ...TYPED,
    }),
  progression: (id: string) =>
    queryOptions({
      queryKey: ["progression", id],
      queryFn: () => data(api.GET("/api/drills/{id}/progression", path(id))),
    }),
  written: (body: Asked<"/api/card/written">) =>
    queryOptions({
      queryKey: ["written", body],
      queryFn: ({ signal }) => data(api.POST("/api/card/written", { body, signal })),
      ...TYPED,
    }),
  drills: (archived: boolean) =>
    queryOptions({
      queryKey: ["drills", archived],
      queryFn: () => data(api.GET("/api/drills", { params: { query: { archived } } })),
      staleTime: SOON,
    }),

  // the Card and the calendar
  cards: (kind: "cards" | "templates" | "archived") =>
    queryOptions({
      queryKey: ["cards", kind],
      queryFn: () => data(api.GET("/api/card/cards", { params: { query: { kind } } })),
      staleTime: SOON,
    }),
  allCards: () => queryOptions({ queryKey: ["all cards"], queryFn: allCards }),
  card: (id: string) =>
    queryOptions({ queryKey: ["card", id], queryFn: () => data(api.GET("/api/card/cards/{id}", path(id))) }),
  sums: (body: Asked<"/api/card/sums">) =>
    queryOptions({
      queryKey: ["sums", body],
      queryFn: ({ signal }) => data(api.POST("/api/card/sums", { body, signal })),
      ...TYPED,
    }),
  fit: (body: Asked<"/api/card/fits">) =>
    queryOptions({
      queryKey: ["fit", body],
      queryFn: ({ signal }) => data(api.POST("/api/card/fits", { body, signal })),
      placeholderData: keepPreviousData,
      staleTime: MINUTE,
      gcTime: SOON,
    }),
  variant: (body: Asked<"/api/card/variants">) =>
    queryOptions({
      queryKey: ["variant", body],
      queryFn: ({ signal }) => data(api.POST("/api/card/variants", { body, signal })),
      gcTime: SOON,
    }),
  fromParent: (parent: string, asked: Asked<"/api/card/sums">) =>
    queryOptions({
      queryKey: ["from parent", parent, asked],
      queryFn: async () => {
        const card = await data(api.GET("/api/card/cards/{id}", path(parent)));
        const changes = await data(api.POST("/api/card/differences", { body: { ...asked, other: card.blocks } }));
        return { card, changes };
      },
      gcTime: SOON,
    }),
  versions: (id: string) =>
    queryOptions({
      queryKey: ["versions", id],
      queryFn: () => data(api.GET("/api/card/cards/{id}/versions", path(id))),
      gcTime: 0,
    }),
  sinceVersion: (id: string, version: number, asked: Asked<"/api/card/sums">) =>
    queryOptions({
      queryKey: ["since version", id, version, asked],
      queryFn: async () => {
        const then = await data(
          api.GET("/api/card/cards/{id}/versions/{version}", { params: { path: { id, version } } }),
        );
        const changes = await data(api.POST("/api/card/differences", { body: { ...asked, other: then.blocks } }));
        return { then, changes };
      },
    }),
  closures: () => queryOptions({ queryKey: ["closures"], queryFn: () => data(api.GET("/api/calendar/closures")) }),
  calendar: (from: string, days: number) =>
    queryOptions({
      queryKey: ["calendar", from, days],
      queryFn: () => data(api.GET("/api/calendar", { params: { query: { from, days } } })),
      placeholderData: keepPreviousData,
    }),
  plannedClass: (id: string) =>
    queryOptions({
      queryKey: ["planned class", id],
      queryFn: () => data(api.GET("/api/calendar/classes/{id}", path(id))),
    }),
  coaches: () =>
    queryOptions({
      queryKey: ["coaches"],
      queryFn: () => data(api.GET("/api/calendar/coaches")),
      staleTime: MINUTE,
    }),

  // the Floor
  classes: () =>
    queryOptions({
      queryKey: ["classes"],
      queryFn: () => data(api.GET("/api/floor/classes", { params: { query: { days: 14 } } })),
    }),
  openClass: (id: string) =>
    queryOptions({
      queryKey: ["open class", id],
      queryFn: () => data(api.GET("/api/floor/classes/{id}", path(id))),
      staleTime: Number.POSITIVE_INFINITY,
    }),
  reviews: (id: string, waiting: number) =>
    queryOptions({
      queryKey: ["reviews", id, waiting],
      queryFn: () => data(api.GET("/api/floor/classes/{id}/reviews", path(id))),
    }),
  people: () =>
    queryOptions({ queryKey: ["people"], queryFn: () => data(api.GET("/api/floor/people")), staleTime: MINUTE }),
  /** What this device keeps of a class, asked of nobody else; null for nothing. */
  keptHall: <Hall>(owner: string, id: string) =>
    queryOptions({
      queryKey: ["kept hall", owner, id],
      queryFn: async () => (await recallKept<Hall>(hallKey(owner, id))) ?? null,
      staleTime: Number.POSITIVE_INFINITY,
      gcTime: 0,
    }),

  // the Book
  squad: (group: string | undefined, order: Query<"/api/book/squad">["order"], count: number) => ({
    queryKey: ["squad", group, order, count] as const,
    queryFn: ({ pageParam }: { pageParam: number }) =>
      data(api.GET("/api/book/squad", { params: { query: { group, order, from: pageParam, count } } })),
  }),
  board: (group: string | undefined) =>
    queryOptions({
      queryKey: ["board", group],
      queryFn: () => data(api.GET("/api/book/board", { params: { query: { group } } })),
    }),
  next: (group: string | undefined) =>
    queryOptions({
      queryKey: ["next", group],
      queryFn: () => data(api.GET("/api/book/next", { params: { query: { group } } })),
    }),
  student: (id: string) =>
    queryOptions({ queryKey: ["student", id], queryFn: () => data(api.GET("/api/book/students/{id}", path(id))) }),
  studentClasses: (id: string) =>
    queryOptions({
      queryKey: ["student's classes", id],
      queryFn: () => data(api.GET("/api/book/students/{id}/classes", path(id))),
    }),
  studentReviews: (id: string) =>
    queryOptions({
      queryKey: ["student's reviews", id],
      queryFn: () => data(api.GET("/api/floor/students/{id}/reviews", path(id))),
    }),
  studentMarks: (id: string, combination: string) =>
    queryOptions({
      queryKey: ["student's marks", id, combination],
      queryFn: () =>
        data(api.GET("/api/book/students/{id}/marks", { params: { path: { id }, query: { combination } } })),
    }),
  studentWork: (id: string) =>
    queryOptions({
      queryKey: ["student's work", id],
      queryFn: () => data(api.GET("/api/book/students/{id}/work", path(id))),
    }),
  studentSpans: (id: string, query: Query<"/api/book/students/{id}/spans">) =>
    queryOptions({
      queryKey: ["student's spans", id, query],
      queryFn: () => data(api.GET("/api/book/students/{id}/spans", { params: { path: { id }, query } })),
    }),
  corrections: (id: string) =>
    queryOptions({
      queryKey: ["corrections", id],
      queryFn: () => data(api.GET("/api/book/students/{id}/corrections", path(id))),
    }),
  file: (id: string) =>
    queryOptions({ queryKey: ["file", id], queryFn: () => data(api.GET("/api/care/students/{id}/file", path(id))) }),
  holds: (id: string) =>
    queryOptions({ queryKey: ["holds", id], queryFn: () => data(api.GET("/api/care/students/{id}/holds", path(id))) }),
  audit: (id: string) =>
    queryOptions({ queryKey: ["audit", id], queryFn: () => data(api.GET("/api/care/students/{id}/audit", path(id))) }),
  onRecord: (id: string) =>
    queryOptions({
      queryKey: ["on record", id],
      queryFn: () => data(api.GET("/api/care/students/{id}/everything", path(id))),
    }),

  // Weeks
  weeks: () => queryOptions({ queryKey: ["weeks"], queryFn: () => data(api.GET("/api/weeks")) }),
  programmes: () => queryOptions({ queryKey: ["programmes"], queryFn: () => data(api.GET("/api/weeks/programmes")) }),
  programme: (id: string) =>
    queryOptions({
      queryKey: ["programme", id],
      queryFn: () => data(api.GET("/api/weeks/programmes/{id}", path(id))),
    }),
  planning: (id: string) =>
    queryOptions({
      queryKey: ["planning", id],
      queryFn: () => data(api.GET("/api/weeks/programmes/{id}/planning", path(id))),
    }),
};

/** The shelf's combinations, by name. */
export const useShelf = ({ enabled = true, archived = false, search = "" } = {}) =>
  useQuery({ ...asks.shelf(archived, search), enabled });

/** Everybody who may come, and their groups. */
export const usePeople = ({ enabled = true } = {}) => useQuery({ ...asks.people(), enabled });

/** Drills with their pools, by name. */
export const useDrills = ({ enabled = true, archived = false } = {}) => useQuery({ ...asks.drills(archived), enabled });

/** Flows with what is done in them, by name. */
export const useFlows = ({ enabled = true, archived = false } = {}) => useQuery({ ...asks.flows(archived), enabled });

/** Cards without their rounds, newest change first. */
export const useCards = ({ enabled = true, kind = "cards" as "cards" | "templates" | "archived" } = {}) =>
  useQuery({ ...asks.cards(kind), enabled });

/** Everybody who may run a class. */
export const useCoaches = () => useQuery(asks.coaches());

/** Ids of the combinations that a text means, read as a coach says it: "body hook", "no kicks", "jab, right hand". */
export function useMeant(text: string, enabled = true): Set<string> {
  const wanted = useDeferredValue(text.trim());
  const found = useQuery({ ...asks.shelf(false, wanted), enabled: enabled && wanted.length > 1 });
  return useMemo(() => new Set(wanted.length > 1 ? found.data?.map((row) => row.id) : undefined), [found.data, wanted]);
}
