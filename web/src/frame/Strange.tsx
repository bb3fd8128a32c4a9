import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Link } from "react-router";
import { api, data } from "../api/client";
import { Button } from "../kit/parts";
import { asks } from "../kit/queries";
import { useSession } from "../kit/session";
import { dayAndTime } from "../kit/time";
import { list } from "../kit/words";

const MOST = 2; // of them in words, the latest

/** Devices that signed in to this account for the first time: told on the others until somebody has seen it. */
export function Strange() {
  const client = useQueryClient();
  const { data: session } = useSession();
  const seen = useMutation({
    mutationFn: () => data(api.PUT("/api/mine/seen", { body: {} })),
    onSuccess: () => client.invalidateQueries({ queryKey: asks.session().queryKey }),
  });
  const strange = session?.strange ?? [];
  const club = session?.club;
  if (!club || strange.length === 0) return null;
  const latest = strange
    .slice(-MOST)
    .map((each) => `${each.name}, ${dayAndTime(each.at, club.time_zone)}, from ${each.address}`);
  const more = strange.length > MOST ? [`${strange.length - MOST} more`] : [];
  return (
    <div role="status" className="no-print border-rear border-b-2 bg-chalk px-3 py-2 sm:px-5">
      <div className="mx-auto flex max-w-[1440px] flex-wrap items-center gap-x-4 gap-y-2 text-sm">
        <p className="flex-1">
          <strong>A device you have not used before is signed in to your account:</strong>{" "}
          {`${list([...latest, ...more])}.`}
        </p>
        <Button small onClick={() => seen.mutate()}>
          It was me
        </Button>
        <Link to="/account" onClick={() => seen.mutate()} className="font-semibold underline">
          It was not: end it, change the password
        </Link>
      </div>
    </div>
  );
}
