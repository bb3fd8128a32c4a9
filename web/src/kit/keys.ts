import { useEffect, useRef } from "react";

export type Key = { keys: string; does: string; run: () => void };

/** Whether the person is typing somewhere, so that single letters are letters. */
function typing(target: EventTarget | null) {
  const element = target as HTMLElement | null;
  if (!element) return false;
  return element.isContentEditable || ["INPUT", "TEXTAREA", "SELECT"].includes(element.tagName);
}

function named(event: KeyboardEvent): string {
  const parts = [
    event.ctrlKey || event.metaKey ? "Ctrl" : "",
    event.altKey ? "Alt" : "",
    event.key.length === 1 ? event.key.toLowerCase() : event.key,
  ];
  if (event.shiftKey && event.key.length > 1) parts.splice(2, 0, "Shift");
  if (event.shiftKey && event.ctrlKey && event.key.length === 1) parts.splice(2, 0, "Shift");
  return parts.filter(Boolean).join("+");
}

/**
 * Keys of the place that is mounted. "g b" is g, then b. Single letters do not fire while somebody types; those with
 * Ctrl or Alt do.
 */
export function useKeys(keys: Key[]) {
  const current = useRef(keys);
  current.current = keys;
  useEffect(() => {
    let first = "";
    const press = (event: KeyboardEvent) => {
      if (event.defaultPrevented) return;
      const name = named(event);
      if (typing(event.target) && !name.startsWith("Ctrl+") && !name.startsWith("Alt+")) return;
      const found = current.current.find((key) => key.keys === (first ? `${first} ${name}` : name));
      first = name === "g" && !first ? "g" : "";
      if (!found) return;
      event.preventDefault();
      found.run();
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  }, []);
}
