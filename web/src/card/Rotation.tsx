import { useState } from "react";
import type { Sums } from "../api/client";
import { Button } from "../kit/parts";
import { Scrolling } from "../kit/Scrolling";

type Circuit = Sums["circuits"][number];

/** Who is where at each bell of a circuit. */
export function Rotation({ circuit, stations }: { circuit: Circuit; stations: string[] }) {
  const [open, setOpen] = useState(false);
  const sizes = new Set(circuit.groups);
  const groups = `${circuit.groups.length} ${circuit.groups.length === 1 ? "group" : "groups"} of ${[...sizes].join(" or ")}`;
  return (
    <div className="mb-1 px-1 text-sm">
      <p className="flex flex-wrap items-center gap-x-2">
        <span>
          {groups}, {circuit.steps} bells{circuit.waits > 0 && `, each waits ${circuit.waits}`}
        </span>
        <Button look="quiet" small aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? "Hide who is where" : "Who is where"}
        </Button>
      </p>
      {open && (
        <Scrolling label="Rotation" className="rounded-xl bg-chalk p-2">
          <table className="text-xs">
            <thead>
              <tr>
                <th className="pr-3 text-left">bell</th>
                {circuit.groups.map((size, group) => (
                  // biome-ignore lint/suspicious/noArrayIndexKey: groups are named by their place
                  <th key={group} scope="col" className="px-2 text-left">
                    group {group + 1} <span className="font-normal text-ink-soft">({size})</span>
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {circuit.table.map((row, step) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: bells are named by their place
                <tr key={step} className="border-seam border-t">
                  <th scope="row" className="pr-3 text-left">
                    {step + 1}
                  </th>
                  {row.map((place, group) => (
                    // biome-ignore lint/suspicious/noArrayIndexKey: groups are named by their place
                    <td key={group} className="px-2 py-0.5">
                      {place === null ? <em className="text-ink-soft">waits</em> : stations[place]}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </Scrolling>
      )}
    </div>
  );
}
