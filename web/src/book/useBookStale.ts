import { useStale } from "../kit/stale";

/** After a change to a student everything that is shown of students is read again; of one who is gone nothing of their own page. */
export function useBookStale() {
  const stale = useStale();
  return ({ gone = false } = {}) => stale(gone ? "studentGone" : "student");
}
