import { useCallback, useState } from "react";

/** Reads what was kept on this device under a key; undefined where there is nothing readable. */
export function recall<T>(key: string): T | undefined {
  try {
    const text = localStorage.getItem(key);
    return text === null ? undefined : (JSON.parse(text) as T);
  } catch {
    return undefined;
  }
}

let closed: string[] | undefined; // after signing out: what may still be kept

/** Keeps a value on this device; false where the device has no room or refuses. */
export function keep(key: string, value: unknown): boolean {
  try {
    if (value === undefined || (closed && !closed.includes(key))) localStorage.removeItem(key);
    else localStorage.setItem(key, JSON.stringify(value));
    return true;
  } catch {
    return false;
  }
}

/** Somebody has signed in: what they do may be kept. */
export const reopen = () => {
  closed = undefined;
};

/** Forgets everything that was kept on this device but what is named, and keeps nothing else until somebody signs in. */
export function forgetAll(but: string[]) {
  closed = but;
  try {
    for (const key of Object.keys(localStorage)) if (!but.includes(key)) localStorage.removeItem(key);
  } catch {
    // Where nothing can be kept there is nothing to forget.
  }
}

/** State that survives a reload on this device. */
export function useStored<T>(key: string, first: T): [T, (value: T) => void] {
  const [value, setValue] = useState<T>(() => recall<T>(key) ?? first);
  const set = useCallback(
    (next: T) => {
      setValue(next);
      keep(key, next);
    },
    [key],
  );
  return [value, set];
}
