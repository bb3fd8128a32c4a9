import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { api, data, Refusal, type Schemas } from "../api/client";
import { Box } from "../kit/Box";
import { CountrySelect } from "../kit/CountrySelect";
import { LabelledSelect } from "../kit/LabelledSelect";
import { Button, Field, Trouble, Waiting } from "../kit/parts";
import { asks } from "../kit/queries";
import { useMayPlan, useSession } from "../kit/session";
import { useStale } from "../kit/stale";
import { useSay } from "../kit/toast";
import { goBy } from "../kit/ways";

type Club = Schemas["Club"];

/** What the club is called and where it is. */
export function ClubPage() {
  const club = useQuery(asks.club());
  if (club.error) return <Trouble error={club.error} />;
  if (!club.data) return <Waiting what="the club" />;
  return (
    <>
      <Where key={club.data.country} club={club.data} />
      <TheWalk club={club.data} />
    </>
  );
}

export function Where({ club, done }: { club: Club; done?: () => void }) {
  const owner = useSession().data?.account?.role === "owner";
  const zones = useQuery(asks.openings()).data?.time_zones ?? [];
  const client = useQueryClient();
  const stale = useStale();
  const say = useSay();
  const [facts, setFacts] = useState({ ...club, country: club.country ?? "", region: club.region ?? "" });
  const set = (changes: Partial<typeof facts>) => setFacts({ ...facts, ...changes });
  const store = useMutation({
    mutationFn: () =>
      data(
        api.PUT("/api/club", {
          body: {
            name: facts.name,
            time_zone: facts.time_zone,
            country: facts.country || null,
            region: facts.region || null,
          },
        }),
      ),
    onSuccess: (next) => {
      client.setQueryData(asks.club().queryKey, next);
      goBy(next.country);
      stale("club");
      say("Kept.");
      done?.();
    },
  });
  const problem = (name: string) => (store.error instanceof Refusal ? store.error.for(name) : undefined);
  const same = facts.country === (club.country ?? "");
  return (
    <Box title="Where and what">
      <form
        className="grid gap-3 sm:grid-cols-2"
        onSubmit={(event) => {
          event.preventDefault();
          store.mutate();
        }}
      >
        <Field
          label="Name of the club"
          required
          maxLength={80}
          disabled={!owner}
          value={facts.name}
          problem={problem("name")}
          onChange={({ target }) => set({ name: target.value })}
        />
        <div>
          <Field
            label="Time zone"
            list="zones"
            required
            disabled={!owner}
            value={facts.time_zone}
            problem={problem("time_zone")}
            onChange={({ target }) => set({ time_zone: target.value })}
          />
          <datalist id="zones">
            {zones.map((zone) => (
              <option key={zone} value={zone} />
            ))}
          </datalist>
        </div>
        <CountrySelect value={facts.country} set={(country) => set({ country, region: "" })} disabled={!owner} />
        {same && club.regions.length > 0 && (
          <LabelledSelect
            label="Region, for its holidays"
            value={facts.region}
            set={(region) => set({ region })}
            disabled={!owner}
          >
            <option value="">the whole country</option>
            {club.regions.map(({ code, name }) => (
              <option key={code} value={code}>
                {name}
              </option>
            ))}
          </LabelledSelect>
        )}
        {store.error && !problem("name") && !problem("time_zone") && (
          <div className="sm:col-span-2">
            <Trouble error={store.error} />
          </div>
        )}
        {owner && (
          <Button type="submit" look="main" className="w-fit" disabled={store.isPending}>
            Keep it
          </Button>
        )}
      </form>
      <p className="text-ink-soft text-sm">
        Dates, times and numbers are written as in the country, and its public holidays can be closed days.
      </p>
    </Box>
  );
}

function TheWalk({ club }: { club: Club }) {
  const mayPlan = useMayPlan();
  const client = useQueryClient();
  const go = useNavigate();
  const take = useMutation({
    mutationFn: () => data(api.PUT("/api/club/walk", { body: {} })),
    onSuccess: (next) => {
      client.setQueryData(asks.club().queryKey, next);
      void client.invalidateQueries({ queryKey: asks.session().queryKey });
      go("/walk");
    },
  });
  if (!mayPlan || club.walk.on) return null;
  return (
    <Box title="The way to the first class">
      <p className="text-sm">Groups, hall, closed days, what is taught, shelf, students, coaches: one after another.</p>
      {take.error && <Trouble error={take.error} />}
      <Button className="w-fit" onClick={() => take.mutate()}>
        Take it {club.walk.steps.some((step) => step.done) ? "again" : "up"}
      </Button>
    </Box>
  );
}
