import { useState } from "react";
import type { Schemas } from "../../api/client";
import { Button, Empty } from "../../kit/parts";
import { useMayPlan } from "../../kit/session";
import { shortDate } from "../../kit/time";
import { EffortForm } from "./EffortForm";

type Page = Schemas["StudentPage"];

/** What was recorded, session by session; sessions elsewhere, days of rest and late efforts are added here, and wrong ones put right. */
export function Efforts({ page }: { page: Page }) {
  const mayPlan = useMayPlan();
  const [editing, setEditing] = useState<string>();
  const { efforts, student } = page;
  return (
    <section aria-label="Recorded efforts" className="rounded-2xl border-[1.5px] border-seam bg-chalk p-4 text-sm">
      <div className="mb-2 flex items-center justify-between">
        <h2 className="wide font-extrabold text-lg">What was recorded</h2>
        {mayPlan && (
          <Button
            look="quiet"
            className="no-print"
            aria-expanded={editing === "new"}
            onClick={() => setEditing(editing === "new" ? undefined : "new")}
          >
            Add a session
          </Button>
        )}
      </div>
      {editing === "new" && <EffortForm student={student.id} done={() => setEditing(undefined)} />}
      {efforts.length === 0 && <Empty title="No efforts yet">After a class, ask how hard it was: it shows here.</Empty>}
      <ul>
        {efforts.map((effort) => (
          <li key={effort.id} className="border-seam border-t py-1">
            <div className="grid grid-cols-[5.5rem_1fr_auto] items-baseline gap-x-2">
              <span className="whitespace-nowrap">{shortDate(effort.on)}</span>
              <span>
                {effort.title ?? "elsewhere"}
                {effort.elsewhere && effort.title && effort.minutes > 0 && (
                  <span className="text-ink-soft"> (elsewhere)</span>
                )}
                {effort.minutes > 0 && (
                  <>
                    : <strong>{effort.effort}</strong> {effort.words}, {effort.minutes} min
                  </>
                )}
                {effort.estimated && <span className="text-ink-soft"> (the coach's estimate)</span>}
              </span>
              <span className="text-right font-bold">
                {Math.round(effort.load)}
                {mayPlan && (
                  <Button
                    small
                    look="quiet"
                    className="no-print ml-1"
                    aria-expanded={editing === effort.id}
                    onClick={() => setEditing(editing === effort.id ? undefined : effort.id)}
                  >
                    put right<span className="sr-only">, the session of {shortDate(effort.on)}</span>
                  </Button>
                )}
              </span>
            </div>
            {editing === effort.id && (
              <EffortForm student={student.id} effort={effort} done={() => setEditing(undefined)} />
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
