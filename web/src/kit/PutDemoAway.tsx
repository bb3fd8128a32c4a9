import { useMutation } from "@tanstack/react-query";
import { api, data } from "../api/client";
import { leave } from "./device";
import { Button, Trouble } from "./parts";
import { Sheet } from "./Sheet";

/** Ends the demo club, after it was asked: nothing of it comes back. */
export function PutDemoAway({ close }: { close: () => void }) {
  const end = useMutation({
    mutationFn: () => data(api.DELETE("/api/openings")),
    onSuccess: async () => {
      await leave({ unsent: false });
      window.location.assign("/");
    },
  });
  return (
    <Sheet open close={close} title="Put the demo away?">
      <p>
        The demo club goes with everything in it, what you tried there too. Other clubs on this server stay as they are.
      </p>
      {end.error && (
        <div className="mt-3">
          <Trouble error={end.error} />
        </div>
      )}
      <div className="mt-4 flex flex-wrap gap-2">
        <Button look="main" disabled={end.isPending} onClick={() => end.mutate()}>
          Put it away
        </Button>
        <Button onClick={close}>Keep it</Button>
      </div>
    </Sheet>
  );
}
