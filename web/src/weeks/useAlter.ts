import { useRef } from "react";
import { useSay } from "../kit/toast";
import type { Settings, useProgrammeChanges } from "./programme";

/** Changes to what is wanted, each with what was wanted before it, to come back to with Ctrl-Z. */
export function useAlter(change: ReturnType<typeof useProgrammeChanges>["change"]) {
  const say = useSay();
  const earlier = useRef<Settings[]>([]);
  const undo = () => {
    const before = earlier.current.pop();
    if (before) change.mutate(() => before, { onSuccess: () => say("Taken back: the rest is laid out again.") });
  };
  const alter = (make: (settings: Settings) => Settings) => {
    const noted = (settings: Settings) => {
      earlier.current.push(settings);
      return make(settings);
    };
    change.mutate(noted, { onSuccess: () => say("Noted: the rest is laid out again.", undo) });
  };
  return { alter, undo };
}
