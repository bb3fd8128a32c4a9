import { useQuery } from "@tanstack/react-query";
import { asks } from "./queries";

/** Who is signed in, in which club, and which class is next. */
export const useSession = () => useQuery(asks.session());

/** The club of a signed-in session; only for places behind the sign-in. */
export function useClub() {
  const club = useSession().data?.club;
  if (!club) throw new Error("No club: this place stands behind the sign-in.");
  return club;
}

/** Who is signed in; only for places behind the sign-in. */
export function useAccount() {
  const account = useSession().data?.account;
  if (!account) throw new Error("Nobody is signed in: this place stands behind the sign-in.");
  return account;
}

/** Whether this account may change what is planned. */
export function useMayPlan() {
  return useSession().data?.account?.role !== "assistant";
}
