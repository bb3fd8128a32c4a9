import { useState } from "react";
import { sound } from "../floor/sound";
import { abilities } from "../kit/abilities";
import { Button } from "../kit/parts";
import { useInstall } from "../kit/useInstall";

/** What this browser lets the program do here, each with what to do where it refuses. */
export function Abilities() {
  const [tried, setTried] = useState<Record<string, string>>({});
  const install = useInstall();
  const awake = async () => {
    try {
      const lock = await navigator.wakeLock.request("screen");
      await lock.release();
      setTried({ ...tried, awake: "It works." });
    } catch {
      setTried({ ...tried, awake: "It was refused: turn off battery saving, and keep this page in front." });
    }
  };
  const trials: Record<string, { say: string; run: () => void }> = {
    ...("wakeLock" in navigator && { awake: { say: "Try it", run: () => void awake() } }),
    sound: {
      say: "Ring the bell",
      run: () => {
        sound.wake();
        sound.bell();
      },
    },
    ...(install && { installed: { say: "Install it", run: install } }),
  };
  return (
    <ul className="grid gap-2">
      {abilities().map(({ id, name, can, otherwise }) => (
        <li key={id} className="flex flex-wrap items-center gap-x-3 border-seam border-b pb-2 text-sm">
          <span className="min-w-60 flex-1">
            <strong>{name}</strong>: {can ? "yes" : <span className="text-rear">no. {otherwise}</span>}
            {tried[id] && <span role="status"> {tried[id]}</span>}
          </span>
          {trials[id] && (
            <Button small aria-label={`${trials[id].say}: ${name}`} onClick={trials[id].run}>
              {trials[id].say}
            </Button>
          )}
        </li>
      ))}
    </ul>
  );
}
