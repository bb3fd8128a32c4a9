import { useMutation } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { Link } from "react-router";
import { api, type Combination, data } from "../api/client";
import { Button, Trouble } from "../kit/parts";
import { useMayPlan } from "../kit/session";
import { useStale } from "../kit/stale";
import { Wrap } from "../kit/wrap/Wrap";

type Props = { row: Combination; current: boolean; number?: number; children?: ReactNode };

/** A combination on the shelf, as a thumbnail; in a series with its number and what can be done with its place. */
export function Kept({ row, current, number, children }: Props) {
  return (
    <li>
      <Link
        to={`/bench/${row.id}`}
        aria-current={current || undefined}
        className={`block rounded-lg px-1.5 pt-1 pb-1.5 hover:bg-canvas-deep ${current ? "bg-canvas-deep" : ""}`}
      >
        <span className="flex items-baseline justify-between gap-2">
          <span className="truncate font-bold text-sm">
            {number !== undefined && `${number}. `}
            {row.name}
          </span>
          <span className="shrink-0 text-ink-soft text-xs">{row.level}</span>
        </span>
        <Wrap actions={row.actions} setTime={row.set_time} spoken={row.spoken} size="strip" />
      </Link>
      {children}
      {row.archived && <BringBack row={row} />}
    </li>
  );
}

function BringBack({ row }: { row: Combination }) {
  const stale = useStale();
  const mayPlan = useMayPlan();
  const back = useMutation({
    mutationFn: () =>
      data(
        api.PUT("/api/bench/combinations/{id}/archived", {
          params: { path: { id: row.id } },
          body: { version: row.version, archived: false },
        }),
      ),
    onSuccess: () => stale("combination"),
  });
  if (!mayPlan) return null;
  return (
    <>
      <Button className="mt-1 min-h-8 px-3 text-xs" onClick={() => back.mutate()}>
        Bring back
      </Button>
      {back.error && <Trouble error={back.error} />}
    </>
  );
}
