import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { leave, useOutbox } from "./device";
import { Button, Waiting } from "./parts";
import { asks } from "./queries";
import { Sheet } from "./Sheet";
import { signOut } from "./signedOut";

/** Signing out: nothing of the club stays on this device. What is not sent yet is said first. */
export function Leave({ close }: { close: () => void }) {
  const client = useQueryClient();
  const outbox = useOutbox();
  const unsent = outbox.waiting().length + outbox.refused().length;
  const [going, setGoing] = useState(false);
  const begun = useRef(false);
  const go = async (keep: boolean) => {
    setGoing(true);
    await signOut();
    await leave({ unsent: keep });
    if (navigator.onLine) return window.location.assign("/");
    // Without a network the page is not fetched again: nobody is signed in, and nothing is left of what was shown.
    await client.refetchQueries({ queryKey: asks.session().queryKey });
    client.removeQueries({ predicate: ({ queryKey }) => queryKey[0] !== "session" });
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: with nothing unsent there is nothing to ask, once.
  useEffect(() => {
    if (unsent > 0 || begun.current) return;
    begun.current = true;
    void go(false);
  }, [unsent]);
  const one = unsent === 1;
  if (unsent === 0 || going) return <Waiting what="the way out" />;
  return (
    <Sheet open close={close} title="Not everything is sent">
      <p role="alert">
        {one ? "One thing" : `${unsent} things`} you tapped {one ? "is" : "are"} on this device alone: the club does not
        have {one ? "it" : "them"} yet.
      </p>
      <div className="mt-4 grid gap-2">
        <Button look="main" onClick={() => void outbox.send()}>
          Send first
        </Button>
        <Button onClick={() => void go(true)}>
          Sign out; {one ? "it waits" : "they wait"} here until I sign in again
        </Button>
        <Button look="quiet" className="text-rear" onClick={() => void go(false)}>
          Sign out and throw {one ? "it" : "them"} away
        </Button>
      </div>
    </Sheet>
  );
}
