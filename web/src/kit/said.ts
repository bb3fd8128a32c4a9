import type { ClassLine } from "../api/client";

/** Who came to a class, of those who belonged to it then. */
export function whoCame({ present, expected, visiting }: ClassLine): string {
  const own = present - visiting;
  const visitors = visiting === 0 ? "" : `, ${visiting} visiting`;
  return expected === 0 ? `${present} came` : `${own} of ${expected} came${visitors}`;
}
