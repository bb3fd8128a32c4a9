import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { Schemas } from "../api/client";
import { Button, Trouble, Waiting } from "../kit/parts";
import { asks } from "../kit/queries";
import { Sheet } from "../kit/Sheet";
import { dayAndTime } from "../kit/time";
import { Changes } from "./ProposalView";

type Props = {
  id: string;
  asked: Schemas["Draft"];
  zone: string;
  close: () => void;
  restore: (version: { name: string; minutes: number; blocks: Schemas["Blocks"] }) => void;
};

/** Every version saved: what has changed since, and a way back that can be undone. */
export function HistorySheet({ id, asked, zone, close, restore }: Props) {
  const [chosen, setChosen] = useState<number | null>(null);
  const versions = useQuery(asks.versions(id));
  return (
    <Sheet open close={close} title="History">
      {versions.isPending && <Waiting what="the versions" />}
      {versions.error && <Trouble error={versions.error} />}
      <ul className="grid gap-1.5">
        {versions.data?.map((row) => (
          <li key={row.version} className="rounded-xl border-[1.5px] border-seam px-3 py-2 text-sm">
            <span className="flex flex-wrap items-center justify-between gap-2">
              <span>
                <strong>
                  {row.version}. {row.name}
                </strong>{" "}
                <span className="text-ink-soft">
                  {dayAndTime(row.saved_at, zone)}
                  {row.coach && `, ${row.coach}`}
                </span>
              </span>
              <Button
                look="quiet"
                small
                aria-expanded={chosen === row.version}
                onClick={() => setChosen(chosen === row.version ? null : row.version)}
              >
                What changed since {row.version}
              </Button>
            </span>
            {chosen === row.version && <Since id={id} version={row.version} asked={asked} restore={restore} />}
          </li>
        ))}
      </ul>
    </Sheet>
  );
}

function Since({ id, version, asked, restore }: Pick<Props, "id" | "asked" | "restore"> & { version: number }) {
  const found = useQuery(asks.sinceVersion(id, version, asked));
  if (found.error) return <Trouble error={found.error} />;
  if (!found.data) return <Waiting what="this version" />;
  const { then, changes } = found.data;
  return (
    <div className="mt-1">
      <Changes changes={changes} />
      <Button className="mt-2" disabled={changes.length === 0} onClick={() => restore(then)}>
        Bring version {version} back
      </Button>
    </div>
  );
}
