import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { api, data } from "../api/client";

/** The shelf's combinations, by name. */
export function useShelf({ enabled = true, archived = false, search = "" } = {}) {
  return useQuery({
    queryKey: ["shelf", archived, search],
    queryFn: () =>
      data(api.GET("/api/bench/combinations", { params: { query: { archived, ...(search && { search }) } } })),
    placeholderData: keepPreviousData,
    enabled,
    staleTime: 10_000,
  });
}

/** Everybody who may come, and their groups. */
export function usePeople({ enabled = true } = {}) {
  return useQuery({
    queryKey: ["people"],
    queryFn: () => data(api.GET("/api/floor/people")),
    enabled,
    staleTime: 60_000,
  });
}

/** Drills with their pools, by name. */
export function useDrills({ enabled = true, archived = false } = {}) {
  return useQuery({
    queryKey: ["drills", archived],
    queryFn: () => data(api.GET("/api/drills", { params: { query: { archived } } })),
    enabled,
    staleTime: 10_000,
  });
}

/** Cards without their rounds, newest change first. */
export function useCards({ enabled = true, kind = "cards" as "cards" | "templates" | "archived" } = {}) {
  return useQuery({
    queryKey: ["cards", kind],
    queryFn: () => data(api.GET("/api/card/cards", { params: { query: { kind } } })),
    enabled,
    staleTime: 10_000,
  });
}

/** Everybody who may run a class. */
export function useCoaches() {
  return useQuery({
    queryKey: ["coaches"],
    queryFn: () => data(api.GET("/api/calendar/coaches")),
    staleTime: 60_000,
  });
}
