import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import type { OpenClass } from "../api/client";
import { now } from "../kit/clock";
import { Button, Trouble } from "../kit/parts";
import { asks } from "../kit/queries";
import { type Hall, takenOver } from "./hall";
import { standingRing, useFollowing } from "./lead";
import { WallScreen } from "./WallPlace";

type Props = {
  opened: OpenClass;
  leader: string;
  change: (next: (hall: Hall) => Hall) => void;
  take: (hall: Hall) => Promise<void>;
};

/** Another device leads this class: this one shows the same, and can take the lead where that one stands, as soon as it
 * knows where that is. */
export function Following({ opened, leader, change, take }: Props) {
  const client = useQueryClient();
  const { live, touch } = useFollowing(opened.id);
  const [trouble, setTrouble] = useState<unknown>();
  // What happened there is fetched first: who is here, what was marked.
  const lead = async () => {
    try {
      const fresh = await client.fetchQuery({ ...asks.openClass(opened.id), staleTime: 0 });
      const stands = live && { moment: live.moment, ring: standingRing(fresh.segments, live), pairs: live.pairs };
      const hall = takenOver(fresh, stands, now());
      await take(hall);
      change(() => hall);
    } catch (error) {
      setTrouble(error);
    }
  };
  return (
    <WallScreen opened={opened} live={live} touch={touch}>
      <div className="flex flex-wrap items-center justify-between gap-3 rounded-2xl border-2 border-brass-bright px-4 py-3">
        <p role="status" className="font-bold text-lg">
          {leader} This one follows.
        </p>
        <Button look="nightMain" big disabled={live === undefined} onClick={() => void lead()}>
          Lead from here
        </Button>
      </div>
      {trouble !== undefined && <Trouble error={trouble}>The lead stays where it was.</Trouble>}
    </WallScreen>
  );
}
