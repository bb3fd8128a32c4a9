import { useState } from "react";

/** What is being filled in, as one value: a change names what is changed. */
export function useDraft<T>(first: T): [T, (some: Partial<T>) => void] {
  const [draft, setDraft] = useState(first);
  return [draft, (some) => setDraft((before) => ({ ...before, ...some }))];
}
