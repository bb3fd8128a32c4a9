import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef } from "react";
import { api, data, type Schemas } from "../api/client";
import { newId } from "../kit/ids";
import { asks } from "../kit/queries";
import { useStale } from "../kit/stale";

export type Programme = Schemas["Programme"];
export type Plan = Schemas["Plan"];
export type PlanPlace = Schemas["PlanPlace"];
export type Lane = Schemas["Lane"];
export type Settings = Schemas["ProgrammeSettings"];
export type Meeting = Programme["meetings"][number];

/** Who does what in a place: its lanes, then those who do another combination instead. */
export function lanesOf(place: PlanPlace): Lane[] {
  const instead = place.instead ?? [];
  const elsewhere = new Set(instead.flatMap((lane) => lane.student_ids));
  const staying = (place.lanes ?? []).map((lane) => ({
    ...lane,
    student_ids: lane.student_ids.filter((id) => !elsewhere.has(id)),
  }));
  return [...staying.filter((lane) => lane.student_ids.length > 0), ...instead];
}

export function nameIn(programme: Programme, id: string) {
  return programme.students.find((each) => each.id === id)?.name ?? "gone since";
}

const keyOf = (id: string) => asks.programme(id).queryKey;
const planningOf = (id: string) => asks.planning(id).queryKey;

export function useProgrammes() {
  return useQuery(asks.programmes());
}

export function useProgramme(id: string) {
  return useQuery(asks.programme(id));
}

/** Changes to a programme: each puts what the server answers into its place. */
export function useProgrammeChanges(id: string) {
  const client = useQueryClient();
  const stale = useStale();
  const put = (programme: Programme) => {
    client.setQueryData(keyOf(id), programme);
    stale("programme");
  };
  const path = { params: { path: { id } } };
  const plan = useMutation({
    mutationFn: () => data(api.POST("/api/weeks/programmes/{id}/plans", { ...path, body: { id: newId() } })),
    onSuccess: (state) => client.setQueryData(planningOf(id), { ...state, running: true }),
  });
  // One after another, each from what the one before it left.
  const change = useMutation({
    scope: { id: `programme ${id}` },
    mutationFn: async (make: (settings: Settings) => Settings) => {
      await client.cancelQueries({ queryKey: keyOf(id) });
      const now = client.getQueryData(keyOf(id));
      if (!now) throw new Error("A programme is changed once it is here.");
      const { revision, name, template_id } = now;
      const settings = make(now.settings);
      return data(api.PUT("/api/weeks/programmes/{id}", { ...path, body: { revision, name, template_id, settings } }));
    },
    onSuccess: put,
  });
  const decide = useMutation({
    mutationFn: ({ plan_id, taken }: { plan_id: string; taken: boolean }) =>
      data(
        api.PUT("/api/weeks/programmes/{id}/plans/{plan_id}", {
          params: { path: { id, plan_id } },
          body: { taken },
        }),
      ),
    onSuccess: put,
  });
  const draft = useMutation({
    mutationFn: (on: string[]) => data(api.POST("/api/weeks/programmes/{id}/classes", { ...path, body: { on } })),
    onSuccess: () => stale("classesDrafted"),
  });
  const archive = useMutation({
    mutationFn: (body: { revision: number; archived: boolean }) =>
      data(api.PUT("/api/weeks/programmes/{id}/archived", { ...path, body })),
    onSuccess: () => stale("programme"),
  });
  return { plan, change, decide, draft, archive, put };
}

/** How far a plan is, while one is being made; when it is over the programme is read again. */
export function usePlanning(id: string) {
  const client = useQueryClient();
  const state = useQuery({
    ...asks.planning(id),
    refetchInterval: (query) => (query.state.data?.running ? 300 : false),
  });
  const running = state.data?.running ?? false;
  const was = useRef(false);
  useEffect(() => {
    if (was.current && !running) void client.invalidateQueries({ queryKey: keyOf(id) });
    was.current = running;
  }, [running, id, client]);
  const stop = useMutation({
    mutationFn: () => data(api.DELETE("/api/weeks/programmes/{id}/planning", { params: { path: { id } } })),
    onSuccess: (now) => client.setQueryData(planningOf(id), now),
  });
  return {
    running,
    done: state.data?.done ?? 0,
    error: state.data?.error ?? null,
    stop: () => stop.mutate(),
    refused: stop.error,
  };
}

export const percent = (share: number) => `${Math.round(share * 100)} %`;

export const KINDS = { new: "new", climb: "a rung up", learn: "being learned", review: "a review" } as const;
