import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, data } from "../api/client";
import { Box } from "../kit/Box";
import { Button, Trouble, Waiting } from "../kit/parts";
import { asks } from "../kit/queries";
import { useMayPlan } from "../kit/session";
import { useStale } from "../kit/stale";
import { count, list } from "../kit/words";

/** The starter shelf by discipline: plain staples to take or leave. */
export function StarterPage() {
  const starter = useQuery(asks.starter());
  const stale = useStale();
  const mayPlan = useMayPlan();
  const [open, setOpen] = useState<string>();
  const take = useMutation({
    mutationFn: (discipline: string) => data(api.POST("/api/club/starter", { body: { disciplines: [discipline] } })),
    onSuccess: () => stale("starter"),
  });
  if (starter.error) return <Trouble error={starter.error} />;
  if (!starter.data) return <Waiting what="the starter shelf" />;
  return (
    <Box title="Starter shelf">
      <p className="text-sm">
        Forty plain combinations, fifteen drills and six cards for each discipline, to work with and to change. What you
        have stays as it is, and nothing comes twice.
      </p>
      <ul className="grid gap-3">
        {starter.data.map((each) => (
          <li key={each.id} className="border-seam border-t pt-3">
            <div className="flex flex-wrap items-center gap-2">
              <p className="min-w-48 flex-1">
                <strong>{each.name}</strong>
                <span className="block text-ink-soft text-sm">{each.says}</span>
              </p>
              <Button
                small
                look="quiet"
                aria-expanded={open === each.id}
                aria-label={`${open === each.id ? "Hide" : "What is in it"}: ${each.name}`}
                onClick={() => setOpen(open === each.id ? undefined : each.id)}
              >
                {open === each.id ? "Hide" : "What is in it"}
              </Button>
              {each.there ? (
                <span className="font-semibold text-sm">on your shelf</span>
              ) : (
                mayPlan && (
                  <Button
                    aria-label={`Take it: ${each.name}`}
                    disabled={take.isPending}
                    onClick={() => take.mutate(each.id)}
                  >
                    Take it
                  </Button>
                )
              )}
            </div>
            {open === each.id && (
              <div className="mt-2 grid gap-2 text-sm">
                <ul className="columns-2 sm:columns-3">
                  {each.combinations.map((combination) => (
                    <li key={combination.name}>
                      {combination.name} <span className="text-ink-soft">{combination.notation}</span>
                    </li>
                  ))}
                </ul>
                <p>Drills: {list(each.drills)}.</p>
                <p>Cards: {list(each.cards)}.</p>
              </div>
            )}
          </li>
        ))}
      </ul>
      {take.error && <Trouble error={take.error} />}
      {take.data && (
        <p role="status" className="font-semibold">
          {count(take.data.combinations, "combination")}, {count(take.data.drills, "drill")} and{" "}
          {count(take.data.cards, "card")} are on your shelf now.
        </p>
      )}
    </Box>
  );
}
