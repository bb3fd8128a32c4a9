import { useQuery } from "@tanstack/react-query";
import { api, data } from "../api/client";

export const SESSION = ["session"];

/** Who is signed in, in which club, and which class is next. */
export function useSession() {
  return useQuery({ queryKey: SESSION, queryFn: () => data(api.GET("/api/session")), staleTime: 60_000 });
}

/** The club of a signed-in session; only for places behind the sign-in. */
export function useClub() {
  const club = useSession().data?.club;
  if (!club) throw new Error("No club: this place stands behind the sign-in.");
  return club;
}

/** Whether this account may change what is planned. */
export function useMayPlan() {
  return useSession().data?.account?.role !== "assistant";
}
