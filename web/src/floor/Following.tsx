import type { HeldClass } from "../api/client";
import { Button } from "../kit/parts";
import type { Hall } from "./hall";
import { standingRing, useFollowing } from "./lead";
import { WallScreen } from "./WallPlace";

type Props = {
  held: HeldClass;
  leader: string;
  change: (next: (hall: Hall) => Hall) => void;
  take: () => Promise<void>;
};

/** Another device leads this class: this one shows the same, and can take the lead where that one stands. */
export function Following({ held, leader, change, take }: Props) {
  const { live, touch } = useFollowing(held.id);
  const lead = async () => {
    if (live) {
      change((hall) => {
        const { runs } = hall.ring;
        return { ...hall, moment: live.moment, ring: { ...standingRing(held.segments, live.ring), runs } };
      });
    }
    await take();
  };
  return (
    <WallScreen held={held} live={live} touch={touch}>
      <div className="flex flex-wrap items-center justify-between gap-3 rounded-2xl border-2 border-brass-bright px-4 py-3">
        <p role="status" className="font-bold text-lg">
          {leader} This one follows.
        </p>
        <Button look="nightMain" big onClick={() => void lead()}>
          Lead from here
        </Button>
      </div>
    </WallScreen>
  );
}
