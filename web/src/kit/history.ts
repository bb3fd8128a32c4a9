import { useCallback, useState } from "react";

type Past<T> = { values: T[]; at: number };
const MOST = 200;

/** A value with undo and redo. `set` with the same tag as the last one replaces it (typing makes one step). */
export function useHistory<T>(first: T) {
  const [past, setPast] = useState<Past<T> & { tag?: string }>({ values: [first], at: 0 });
  const set = useCallback((next: T | ((now: T) => T), tag?: string) => {
    setPast((before) => {
      const now = before.values[before.at] as T;
      const value = typeof next === "function" ? (next as (now: T) => T)(now) : next;
      if (Object.is(value, now)) return before;
      const replace = tag !== undefined && tag === before.tag && before.at > 0;
      const kept = before.values.slice(0, replace ? before.at : before.at + 1).slice(-MOST);
      return { values: [...kept, value], at: kept.length, tag };
    });
  }, []);
  const move = useCallback((by: number) => {
    setPast((before) => {
      const at = Math.min(Math.max(before.at + by, 0), before.values.length - 1);
      return { values: before.values, at };
    });
  }, []);
  const reset = useCallback((value: T) => setPast({ values: [value], at: 0 }), []);
  return {
    value: past.values[past.at] as T,
    set,
    reset,
    undo: () => move(-1),
    redo: () => move(1),
    canUndo: past.at > 0,
    canRedo: past.at < past.values.length - 1,
  };
}
