import { useState } from "react";
import { Refusal } from "../api/client";

/** What is typed into fields that must all be filled: what each needs, with what was refused of it, and what was refused
 * of none of them. */
export function useFields<Names extends string>(begin: Record<Names, string>, error: unknown) {
  const [typed, setTyped] = useState(begin);
  const names = Object.keys(begin) as Names[];
  const problem = (name: Names) => (error instanceof Refusal ? error.for(name) : undefined);
  const field = (name: Names) => ({
    required: true,
    value: typed[name],
    problem: problem(name),
    onChange: (event: { target: { value: string } }) => setTyped({ ...typed, [name]: event.target.value }),
  });
  return { typed, field, elsewhere: error && !names.some(problem) ? error : null };
}
