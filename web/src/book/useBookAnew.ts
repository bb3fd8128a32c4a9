import { useStale } from "../kit/queries";

/** After a change to a student everything that is shown of students is read anew; of one who is gone nothing of their own page. */
export function useBookAnew() {
  const stale = useStale();
  return ({ gone = false } = {}) => stale(gone ? "studentGone" : "student");
}
