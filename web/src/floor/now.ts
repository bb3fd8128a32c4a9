const began = Date.now();
const ticked = performance.now();
let last = began;

/**
 * The time in milliseconds, which never goes back: the system's own where it has moved on (after a sleep), this page's
 * own where the system's has been set back.
 */
export function now(): number {
  last = Math.max(last, Date.now(), began + performance.now() - ticked);
  return last;
}
