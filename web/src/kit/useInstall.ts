import { useSyncExternalStore } from "react";

type Offer = Event & { prompt: () => Promise<unknown> };

let offer: Offer | undefined;
const listeners = new Set<() => void>();
const changed = (next: Offer | undefined) => {
  offer = next;
  for (const listener of listeners) listener();
};

if (typeof window !== "undefined") {
  window.addEventListener("beforeinstallprompt", (event) => {
    event.preventDefault();
    changed(event as Offer);
  });
  window.addEventListener("appinstalled", () => changed(undefined));
}

/** Installs the program on this device, where the browser offers to; else undefined. */
export function useInstall(): (() => void) | undefined {
  const there = useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => offer,
  );
  return there && (() => void there.prompt().then(() => changed(undefined)));
}
