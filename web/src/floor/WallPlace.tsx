import { useQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { useMemo } from "react";
import { useParams } from "react-router";
import type { OpenClass } from "../api/client";
import { Trouble, Waiting } from "../kit/parts";
import { asks } from "../kit/queries";
import { Clock, Heard, NextUp, NowOn } from "./ClockFace";
import { DemoSign } from "./DemoSign";
import { type Live, standingRing, useFollowing } from "./lead";
import { caughtUp, type Ring } from "./ring";
import { useTicking, useWake } from "./running";
import { Together } from "./Together";

/** A class on a second screen: no controls; it follows the device that leads and says when it has lost touch. */
export default function WallPlace() {
  const { id } = useParams();
  const opened = useQuery({ ...asks.openClass(id as string), refetchOnMount: "always" });
  const { live, touch } = useFollowing(id as string);
  useWake(true);
  if (opened.isPending) return <Waiting what="the class" />;
  if (opened.error) return <Trouble error={opened.error} />;
  return <WallScreen opened={opened.data} live={live} touch={touch} />;
}

type Props = { opened: OpenClass; live: Live | null | undefined; touch: boolean; children?: ReactNode };

export function WallScreen({ opened, live, touch, children }: Props) {
  const stands = useMemo<Ring | undefined>(
    () => (live ? standingRing(opened.segments, live) : undefined),
    [opened.segments, live],
  );
  const now = useTicking(stands ?? EMPTY);
  const ring = stands && caughtUp(stands, now);
  return (
    <main className="night flex min-h-dvh flex-col gap-4 bg-night px-6 py-5 text-canvas sm:px-12">
      {children}
      <DemoSign className="absolute top-1 left-3" />
      {!touch && (
        <p role="alert" className="rounded-2xl bg-brass-bright px-4 py-3 font-bold text-night text-xl">
          Out of touch with the tablet that leads: this clock may be wrong.
        </p>
      )}
      {ring && live && live.moment !== "door" ? (
        <>
          <Clock ring={ring} now={now} large />
          <NowOn opened={opened} ring={ring} now={now} large />
          <Together opened={opened} ring={ring} now={now} groups={live.pairs ?? []} look="wall" />
          <Heard ring={ring} now={now} large />
          <NextUp opened={opened} ring={ring} />
        </>
      ) : (
        <div className="m-auto text-center">
          <img src="/bell.svg" alt="" className="mx-auto mb-6 h-40" />
          <h1 className="wide font-extrabold text-6xl">{opened.title}</h1>
          <p className="mt-4 text-2xl text-night-soft">
            {live === undefined ? "Asking where the class stands …" : "Waiting for the first bell"}
          </p>
        </div>
      )}
    </main>
  );
}

const EMPTY: Ring = { segments: [], at: 0, elapsed: 0, since: null, extra: {}, runs: [] };
