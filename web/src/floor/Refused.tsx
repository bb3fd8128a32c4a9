import { useEffect, useState } from "react";
import { Link } from "react-router";
import { abilities } from "../kit/abilities";
import { list } from "../kit/words";

/** What this browser will not do in class, said at the door while there is time: the screen kept awake, work without a
 * network, sound. It is asked for the screen here, so that a refusal is known before the first bell. */
export function Refused() {
  const [asleep, setAsleep] = useState(false);
  useEffect(() => {
    if (!("wakeLock" in navigator) || document.visibilityState !== "visible") return;
    navigator.wakeLock.request("screen").then(
      (lock) => lock.release(),
      () => setAsleep(true),
    );
  }, []);
  const missing = abilities().filter(({ id, can }) => !can && id !== "installed");
  if (missing.length === 0 && !asleep) return null;
  return (
    <p role="status" className="mb-4 border-brass border-l-4 pl-2.5 text-sm">
      {asleep && "This device refuses to stay awake: turn battery saving off. "}
      {missing.length > 0 && <>This browser does not {list(missing.map(({ does }) => does))}. </>}
      <Link to="/school/devices" className="font-semibold underline">
        What helps
      </Link>
    </p>
  );
}
