import { useQueryClient } from "@tanstack/react-query";

const OF_EVERYBODY = ["squad", "board", "next", "people", "class"];
const OF_ONE = ["student", "holds"];

/** After a change to a student everything that is shown of students is read anew; of one who is gone nothing of their own page. */
export function useBookAnew() {
  const client = useQueryClient();
  return ({ gone = false } = {}) => {
    for (const key of gone ? OF_EVERYBODY : [...OF_EVERYBODY, ...OF_ONE]) client.invalidateQueries({ queryKey: [key] });
  };
}
