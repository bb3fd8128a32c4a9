import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { api, data, type Schemas } from "../api/client";
import { MANNER_NAMES, RUNG_NAMES } from "../api/known";
import { LabelledSelect } from "../kit/LabelledSelect";
import { Button, Trouble } from "../kit/parts";
import { asks, usePeople } from "../kit/queries";
import { useMayPlan } from "../kit/session";
import { useStale } from "../kit/stale";
import { shortDate } from "../kit/time";
import { count } from "../kit/words";
import type { Drill } from "./drills";

/** What comes before and after a drill on the rungs, and the next classes of a group made to climb them. */
export function ProgressPanel({ drill }: { drill: Drill }) {
  const steps = useQuery(asks.progression(drill.id));
  const people = usePeople();
  const mayPlan = useMayPlan();
  const stale = useStale();
  const [group, setGroup] = useState("");
  const [from, setFrom] = useState(drill.rungs[0] as Schemas["Rung"]);
  const put = useMutation({
    mutationFn: () =>
      data(
        api.POST("/api/drills/{id}/progression", {
          params: { path: { id: drill.id } },
          body: { group_id: group, from },
        }),
      ),
    onSuccess: () => {
      stale("drill");
      stale("calendar");
      stale("card");
    },
  });
  if (!steps.data) return null;
  const groups = people.data?.groups ?? [];
  return (
    <section aria-label="On the rungs" className="grid gap-2 text-sm">
      <h2 className="font-semibold">Before and after it</h2>
      <ol className="grid gap-1">
        {steps.data.map((step) => (
          <li
            key={step.rung}
            className={`rounded-lg border-[1.5px] bg-chalk px-2.5 py-1 ${step.rung === from ? "border-brass" : "border-seam"}`}
          >
            <span className="font-bold">{RUNG_NAMES[step.rung]?.name}</span>{" "}
            <span className="text-ink-soft">
              {(MANNER_NAMES[step.manner]?.name ?? step.manner).toLowerCase()}
              {step.count ? `, ${count(step.count, "set")}` : ""}, {step.implement.replaceAll("-", " ")}
            </span>
          </li>
        ))}
      </ol>
      {mayPlan && groups.length > 0 && (
        <>
          <LabelledSelect label="The next five classes of" value={group} set={setGroup}>
            <option value="">which group?</option>
            {groups.map((each) => (
              <option key={each.id} value={each.id}>
                {each.name}
              </option>
            ))}
          </LabelledSelect>
          <LabelledSelect label="begin at" value={from} set={(rung) => setFrom(rung as Schemas["Rung"])}>
            {steps.data.map(({ rung }) => (
              <option key={rung} value={rung}>
                {RUNG_NAMES[rung]?.name}
              </option>
            ))}
          </LabelledSelect>
          <Button look="main" disabled={group === "" || put.isPending} onClick={() => put.mutate()}>
            Put it in the next five classes
          </Button>
          <p className="text-ink-soft text-xs">
            A round on the card of each, a rung higher from class to class. A card that other classes go by is copied
            first.
          </p>
        </>
      )}
      {put.error && <Trouble error={put.error} />}
      {put.data && (
        <ul aria-label="Where it was put" className="grid gap-1">
          {put.data.map((each) => (
            <li key={each.class_id}>
              {shortDate(each.on)}: {each.said}, on{" "}
              <Link to={`/card/${each.card_id}`} className="underline">
                {each.card}
              </Link>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
