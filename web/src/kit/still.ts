import { useEffect, useState } from "react";

/** A value once it has stood still for so many milliseconds: what is asked of the server does not run after every key. */
export function useStill<T>(value: T, still: number): T {
  const [stood, setStood] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setStood(value), still);
    return () => clearTimeout(timer);
  }, [value, still]);
  return stood;
}
