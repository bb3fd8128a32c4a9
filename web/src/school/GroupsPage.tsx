import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, data, Refusal, type Schemas } from "../api/client";
import { DAYS } from "../api/known";
import { Box } from "../kit/Box";
import { LabelledSelect } from "../kit/LabelledSelect";
import { Button, Field, Trouble, Waiting } from "../kit/parts";
import { asks } from "../kit/queries";
import { Sheet } from "../kit/Sheet";
import { useMayPlan } from "../kit/session";
import { useStale } from "../kit/stale";
import { Tick } from "../kit/Tick";
import { shortDate } from "../kit/time";
import { timeInNumbers } from "../kit/ways";
import { count, list } from "../kit/words";
import { Hours } from "./Hours";
import { NewGroup } from "./NewGroup";

export type Group = Schemas["Group"];

/** The groups of the club with their ordinary week. */
export function GroupsPage() {
  const groups = useQuery(asks.groups());
  const mayPlan = useMayPlan();
  if (groups.error) return <Trouble error={groups.error} />;
  if (!groups.data) return <Waiting what="the groups" />;
  const open = groups.data.filter((group) => !group.closed_on);
  const closed = groups.data.filter((group) => group.closed_on);
  return (
    <>
      {open.map((group) => (
        <OneGroup key={group.id} group={group} others={open.filter((each) => each.id !== group.id)} />
      ))}
      {mayPlan && (
        <Box title="A new group">
          <NewGroup first={open.length === 0} />
        </Box>
      )}
      {closed.length > 0 && (
        <Box title="Closed groups">
          <ul className="grid gap-1.5">
            {closed.map((group) => (
              <Closed key={group.id} group={group} />
            ))}
          </ul>
        </Box>
      )}
    </>
  );
}

/** Hours in words: "Mon and Thu 06:30, 60 min". */
export function inWords(hours: Group["hours"]): string {
  const same = Map.groupBy(hours, (hour) => `${timeInNumbers(hour.at)}, ${hour.minutes} min`);
  return [...same]
    .map(([when, each]) => `${list(each.map((hour) => (DAYS[hour.day - 1] ?? "").slice(0, 3)))} ${when}`)
    .join("; ");
}

function OneGroup({ group, others }: { group: Group; others: Group[] }) {
  const mayPlan = useMayPlan();
  const [changing, setChanging] = useState<"hours" | "name" | "close">();
  const done = () => setChanging(undefined);
  return (
    <Box title={group.name}>
      <div className="flex flex-wrap items-center gap-3">
        <p className="min-w-60 flex-1 text-sm">
          {count(group.students, "student")}
          {group.juniors && ", juniors"}. {group.hours.length > 0 ? inWords(group.hours) : "No hours yet"}.
        </p>
        {mayPlan && (
          <div className="flex flex-wrap gap-2">
            <Button small aria-label={`Hours of ${group.name}`} onClick={() => setChanging("hours")}>
              Hours
            </Button>
            <Button small aria-label={`Rename ${group.name}`} onClick={() => setChanging("name")}>
              Rename
            </Button>
            <Button small aria-label={`Close it: ${group.name}`} onClick={() => setChanging("close")}>
              Close it
            </Button>
          </div>
        )}
      </div>
      <Sheet open={changing === "hours"} close={done} title={`Hours of ${group.name}`}>
        {changing === "hours" && <Hours group={group} done={done} />}
      </Sheet>
      <Sheet open={changing === "name"} close={done} title={`Rename ${group.name}`}>
        {changing === "name" && <Rename group={group} done={done} />}
      </Sheet>
      <Sheet open={changing === "close"} close={done} title={`Close ${group.name}?`}>
        {changing === "close" && <Close group={group} others={others} done={done} />}
      </Sheet>
    </Box>
  );
}

function Rename({ group, done }: { group: Group; done: () => void }) {
  const stale = useStale();
  const [facts, setFacts] = useState({ name: group.name, juniors: group.juniors });
  const store = useMutation({
    mutationFn: () => data(api.PUT("/api/groups/{id}", { params: { path: { id: group.id } }, body: facts })),
    onSuccess: () => {
      stale("groups");
      done();
    },
  });
  const problem = store.error instanceof Refusal ? store.error.for("name") : undefined;
  return (
    <form
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        store.mutate();
      }}
    >
      <Field
        label="Name"
        required
        maxLength={80}
        value={facts.name}
        problem={problem}
        onChange={({ target }) => setFacts({ ...facts, name: target.value })}
      />
      <Tick label="juniors" on={facts.juniors} set={(juniors) => setFacts({ ...facts, juniors })} />
      {store.error && !problem && <Trouble error={store.error} />}
      <Button type="submit" look="main" className="w-fit" disabled={store.isPending}>
        Keep it
      </Button>
    </form>
  );
}

function Close({ group, others, done }: { group: Group; others: Group[]; done: () => void }) {
  const stale = useStale();
  const [to, setTo] = useState(others[0]?.id ?? "");
  const close = useMutation({
    mutationFn: () =>
      data(
        api.PUT("/api/groups/{id}/closed", {
          params: { path: { id: group.id } },
          body: { closed: true, to: group.students > 0 ? to || null : null },
        }),
      ),
    onSuccess: () => {
      stale("groups");
      done();
    },
  });
  return (
    <div className="grid gap-3">
      <p className="text-sm">
        Its classes to come are called off. What was held and every mark stays as it is; the group can be opened again.
      </p>
      {group.students > 0 && (
        <LabelledSelect label={`Where do its ${count(group.students, "student")} go?`} value={to} set={setTo}>
          {others.length === 0 && <option value="">there is no other group: make one first</option>}
          {others.map((other) => (
            <option key={other.id} value={other.id}>
              {other.name}
            </option>
          ))}
        </LabelledSelect>
      )}
      {close.error && <Trouble error={close.error} />}
      <div className="flex gap-2">
        <Button look="main" disabled={close.isPending} onClick={() => close.mutate()}>
          Close it
        </Button>
        <Button onClick={done}>Leave it</Button>
      </div>
    </div>
  );
}

function Closed({ group }: { group: Group }) {
  const stale = useStale();
  const mayPlan = useMayPlan();
  const open = useMutation({
    mutationFn: () =>
      data(api.PUT("/api/groups/{id}/closed", { params: { path: { id: group.id } }, body: { closed: false } })),
    onSuccess: () => stale("groups"),
  });
  return (
    <li className="flex items-center gap-2 text-sm">
      <span className="flex-1">
        <strong>{group.name}</strong>, closed {group.closed_on && shortDate(group.closed_on)}
      </span>
      {mayPlan && (
        <Button small aria-label={`Open again: ${group.name}`} onClick={() => open.mutate()}>
          Open again
        </Button>
      )}
      {open.error && <Trouble error={open.error} />}
    </li>
  );
}
