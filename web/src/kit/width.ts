import { type RefCallback, useCallback, useRef, useState } from "react";

/** The width of an element in CSS pixels, kept up to date; `first` until it has been measured. */
export function useWidth(first: number): [RefCallback<HTMLElement>, number] {
  const [width, setWidth] = useState(first);
  const observer = useRef<ResizeObserver>(undefined);
  const ref = useCallback((element: HTMLElement | null) => {
    observer.current?.disconnect();
    if (!element) return;
    const measure = () => setWidth((before) => Math.round(element.clientWidth) || before);
    measure();
    observer.current = new ResizeObserver(measure);
    observer.current.observe(element);
  }, []);
  return [ref, width];
}
