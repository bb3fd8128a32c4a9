import { useQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { useMemo } from "react";
import { useParams } from "react-router";
import type { HeldClass } from "../api/client";
import { Trouble, Waiting } from "../kit/parts";
import { asks } from "../kit/queries";
import { Clock, Heard, NextUp, NowOn } from "./ClockFace";
import { type Live, standingRing, useFollowing } from "./lead";
import { caughtUp, type Ring } from "./ring";
import { useTicking, useWake } from "./running";
import { Together } from "./Together";

/** A class on a second screen: no controls; it follows the device that leads and says when it has lost touch. */
export default function WallPlace() {
  const { id } = useParams();
  const held = useQuery({ ...asks.heldClass(id as string), refetchOnMount: "always" });
  const { live, touch } = useFollowing(id as string);
  useWake(true);
  if (held.isPending) return <Waiting what="the class" />;
  if (held.error) return <Trouble error={held.error} />;
  return <WallScreen held={held.data} live={live} touch={touch} />;
}

type Props = { held: HeldClass; live: Live | null | undefined; touch: boolean; children?: ReactNode };

export function WallScreen({ held, live, touch, children }: Props) {
  const stands = useMemo<Ring | undefined>(
    () => (live ? standingRing(held.segments, live.ring) : undefined),
    [held.segments, live],
  );
  const now = useTicking(stands ?? EMPTY);
  const ring = stands && caughtUp(stands, now);
  return (
    <main className="night flex min-h-dvh flex-col gap-4 bg-night px-6 py-5 text-canvas sm:px-12">
      {children}
      {!touch && (
        <p role="alert" className="rounded-2xl bg-brass-bright px-4 py-3 font-bold text-night text-xl">
          Out of touch with the tablet that leads: this clock may be wrong.
        </p>
      )}
      {ring && live && live.moment !== "door" ? (
        <>
          <Clock ring={ring} now={now} large />
          <NowOn held={held} ring={ring} now={now} />
          <Together held={held} ring={ring} now={now} groups={live.pairs ?? []} look="wall" />
          <Heard ring={ring} now={now} />
          <NextUp held={held} ring={ring} />
        </>
      ) : (
        <div className="m-auto text-center">
          <img src="/bell.svg" alt="" className="mx-auto mb-6 h-40" />
          <h1 className="wide font-extrabold text-6xl">{held.title}</h1>
          <p className="mt-4 text-2xl text-night-soft">Waiting for the first bell</p>
        </div>
      )}
    </main>
  );
}

const EMPTY: Ring = { segments: [], at: 0, elapsed: 0, since: null, extra: {}, runs: [] };
