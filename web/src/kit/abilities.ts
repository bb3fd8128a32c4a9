/** `does` what it would do, after "does not". */
export type Ability = { id: string; name: string; does: string; can: boolean; otherwise: string };

const HTTPS = "A browser gives it to pages over HTTPS only, or on the machine of the server itself.";

/** What a browser lets the program do on this device, and why not. */
export function abilities(): Ability[] {
  const secure = window.isSecureContext;
  const missing = secure ? "This browser has no such thing: take a newer one." : HTTPS;
  return [
    {
      id: "offline",
      name: "Works without a network",
      does: "work without a network",
      can: "serviceWorker" in navigator && secure,
      otherwise: missing,
    },
    {
      id: "awake",
      name: "Keeps the screen awake in class",
      does: "keep the screen awake",
      can: "wakeLock" in navigator,
      otherwise: missing,
    },
    {
      id: "sound",
      name: "Rings and calls aloud",
      does: "ring and call aloud",
      can: typeof AudioContext !== "undefined",
      otherwise: "This browser plays no sound of a page.",
    },
    {
      id: "kept",
      name: "Keeps what is tapped until it is sent",
      does: "keep what is tapped until it is sent",
      can: typeof indexedDB !== "undefined",
      otherwise: "Private windows forget: open an ordinary one.",
    },
    {
      id: "installed",
      name: "Installed like a program",
      does: "stand installed",
      can: window.matchMedia("(display-mode: standalone)").matches,
      otherwise: secure ? 'In the menu of the browser: "Add to home screen" or "Install".' : HTTPS,
    },
  ];
}
