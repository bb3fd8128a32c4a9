import { useQuery } from "@tanstack/react-query";
import { api, data } from "../api/client";

/** The class as the server has it; the device keeps the last answer for when there is no network. */
export function useHeldClass(id: string) {
  return useQuery({
    queryKey: ["class", id],
    queryFn: () => data(api.GET("/api/floor/classes/{id}", { params: { path: { id } } })),
    staleTime: Number.POSITIVE_INFINITY,
  });
}
