export type Ability = { id: string; name: string; can: boolean; otherwise: string };

const HTTPS = "A browser gives it to pages over HTTPS only, or on the machine of the server itself.";

/** What a browser lets the program do on this device, and why not. */
export function abilities(): Ability[] {
  const secure = window.isSecureContext;
  const missing = secure ? "This browser has no such thing: take a newer one." : HTTPS;
  return [
    { id: "offline", name: "Works without a network", can: "serviceWorker" in navigator && secure, otherwise: missing },
    { id: "awake", name: "Keeps the screen awake in class", can: "wakeLock" in navigator, otherwise: missing },
    {
      id: "sound",
      name: "Rings and calls aloud",
      can: typeof AudioContext !== "undefined",
      otherwise: "This browser plays no sound of a page.",
    },
    {
      id: "kept",
      name: "Keeps what is tapped until it is sent",
      can: typeof indexedDB !== "undefined",
      otherwise: "Private windows forget: open an ordinary one.",
    },
    {
      id: "installed",
      name: "Installed like a program",
      can: window.matchMedia("(display-mode: standalone)").matches,
      otherwise: secure ? 'In the menu of the browser: "Add to home screen" or "Install".' : HTTPS,
    },
  ];
}
