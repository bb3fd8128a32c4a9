import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, data, Refusal } from "../api/client";
import { LIMITS, PLAN_LIMITS, RUNGS } from "../api/known";
import { DateField } from "../kit/DateField";
import { daysFrom, weekdayOf } from "../kit/dates";
import { useNextId } from "../kit/ids";
import { Labelled } from "../kit/Labelled";
import { Pick } from "../kit/Pick";
import { Button, Field, Trouble, within } from "../kit/parts";
import { asks, usePeople, useShelf } from "../kit/queries";
import { Sheet } from "../kit/Sheet";
import { ShelfBox } from "../kit/ShelfBox";
import type { Programme, Settings } from "./programme";
import { BOX, Holidays, Stays, Times } from "./SheetParts";

type Props = { programme?: Programme; today: string; close: () => void; done: (programme: Programme) => void };
type Limits = Required<Settings["limits"]>;

const LIMIT_NAMES: Record<keyof Limits, string> = {
  rise: "load up a week, %",
  easy_every: "easy week every",
  easy: "easy week, %",
  hard: "hard from effort",
  go_up: "clean to go up, %",
  at_once: "places at once",
  new_things: "new things a class",
};

const nextMonday = (today: string) => daysFrom(today, 8 - weekdayOf(today));

/** What a group should come to own, in which classes, within which limits. */
export function ProgrammeSheet({ programme, today, close, done }: Props) {
  const people = usePeople();
  const shelf = useShelf();
  const cards = useQuery(asks.allCards());
  const [name, setName] = useState(programme?.name ?? "");
  const [group, setGroup] = useState(programme?.group_id ?? "");
  const [template, setTemplate] = useState(programme?.template_id ?? "");
  const [settings, setSettings] = useState<Settings>(
    programme?.settings ?? {
      start: nextMonday(today),
      weeks: 8,
      times: [{ weekday: 2, at: "18:30", minutes: 60 }],
      holidays: [],
      goals: [],
      pins: [],
      not_before: [],
      never: [],
      limits: {},
    },
  );
  const set = (changes: Partial<Settings>) => setSettings((before) => ({ ...before, ...changes }));
  const groups = useQuery(asks.groups()).data ?? [];
  // A new programme meets when the group does.
  const choose = (id: string) => {
    setGroup(id);
    const hours = groups.find((each) => each.id === id)?.hours ?? [];
    if (hours.length > 0) set({ times: hours.map(({ day, at, minutes }) => ({ weekday: day, at, minutes })) });
  };
  const names = new Map((shelf.data ?? []).map((row) => [row.id, row.name]));
  const next = useNextId();
  const save = useMutation({
    mutationFn: () =>
      programme
        ? data(
            api.PUT("/api/weeks/programmes/{id}", {
              params: { path: { id: programme.id } },
              body: { revision: programme.revision, name, template_id: template, settings },
            }),
          )
        : data(
            api.POST("/api/weeks/programmes", {
              body: {
                id: next.of({ name, group, template, settings }),
                name,
                group_id: group,
                template_id: template,
                settings,
              },
            }),
          ),
    onSuccess: done,
  });
  const problem = save.error instanceof Refusal ? save.error : null;
  const missing = !name.trim() ? "a name" : !group ? "a group" : !template ? "a card to go by" : null;
  return (
    <Sheet open close={close} title={programme ? "What is wanted" : "A new programme"}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          save.mutate();
        }}
        className="grid gap-3"
      >
        {save.error && <Trouble error={save.error} />}
        <Field
          label="Name"
          value={name}
          maxLength={80}
          onChange={(event) => setName(event.target.value)}
          problem={problem?.for("name")}
        />
        <div className="grid gap-3 sm:grid-cols-2">
          <Labelled title="Group">
            <Pick
              label="Group"
              value={group}
              none="choose one"
              disabled={!!programme}
              options={(people.data?.groups ?? []).map((each) => ({ value: each.id, shown: each.name }))}
              set={choose}
              className={BOX}
            />
          </Labelled>
          <Labelled title="Card to go by">
            <Pick
              label="Card to go by"
              value={template}
              none="choose one"
              options={(cards.data ?? []).map((each) => ({ value: each.id, shown: each.name }))}
              set={setTemplate}
              className={BOX}
            />
          </Labelled>
          <DateField label="First day" required value={settings.start} set={(start) => set({ start })} />
          <Labelled title="Weeks">
            <input
              aria-label="Weeks"
              {...within(LIMITS.weeks)}
              required
              value={settings.weeks}
              onChange={(event) => set({ weeks: Number(event.target.value) })}
              className={BOX}
            />
          </Labelled>
        </div>
        <Times settings={settings} set={set} />
        <Holidays settings={settings} set={set} />
        <fieldset>
          <legend className="mb-1 font-semibold text-sm">What they should own by the end</legend>
          <ul className="mb-1 grid gap-1">
            {settings.goals.map((goal, i) => {
              const change = (changes: Partial<typeof goal>) =>
                set({ goals: settings.goals.map((each, j) => (j === i ? { ...each, ...changes } : each)) });
              const called = names.get(goal.combination_id) ?? programme?.names[goal.combination_id] ?? "?";
              return (
                <li
                  key={goal.combination_id}
                  className="grid grid-cols-[1fr_auto_auto_auto] items-center gap-1 text-sm"
                >
                  <span className="truncate font-semibold">{called}</span>
                  <Pick
                    label={`${called}: rung wanted`}
                    value={goal.rung}
                    options={RUNGS}
                    set={(rung) => rung && change({ rung })}
                    className="rounded-lg border-[1.5px] border-seam bg-chalk px-1 py-1"
                  />
                  <Pick
                    label={`${called}: importance`}
                    value={String(goal.importance) as "1"}
                    options={(["1", "2", "3", "4", "5"] as const).map((value) => ({
                      value,
                      shown: `importance ${value}`,
                    }))}
                    set={(value) => change({ importance: Number(value) })}
                    className="rounded-lg border-[1.5px] border-seam bg-chalk px-1 py-1"
                  />
                  <Button
                    small
                    look="quiet"
                    aria-label={`Drop ${called}`}
                    onClick={() => set({ goals: settings.goals.filter((_, j) => j !== i) })}
                  >
                    Drop
                  </Button>
                </li>
              );
            })}
          </ul>
          <ShelfBox
            label="Add a goal"
            placeholder="Add a combination from the shelf"
            offers={(shelf.data ?? [])
              .filter((row) => !settings.goals.some((goal) => goal.combination_id === row.id))
              .map((row) => ({ key: row.id, value: row.id, name: row.name, hint: row.notation }))}
            choose={(id) => set({ goals: [...settings.goals, { combination_id: id, rung: "clock", importance: 3 }] })}
          />
        </fieldset>
        <details>
          <summary className="cursor-pointer font-semibold text-sm">Limits</summary>
          <div className="mt-1 grid grid-cols-2 gap-2 sm:grid-cols-4">
            {(Object.keys(PLAN_LIMITS) as (keyof Limits)[]).map((key) => (
              <Labelled key={key} small title={LIMIT_NAMES[key]}>
                <input
                  aria-label={LIMIT_NAMES[key]}
                  type="number"
                  value={settings.limits[key] ?? PLAN_LIMITS[key]}
                  onChange={(event) => set({ limits: { ...settings.limits, [key]: Number(event.target.value) } })}
                  className={BOX}
                />
              </Labelled>
            ))}
          </div>
        </details>
        <Stays settings={settings} set={set} name={(id) => names.get(id) ?? programme?.names[id] ?? "?"} />
        <div className="flex items-center justify-end gap-2">
          {missing && <span className="text-ink-soft text-sm">It needs {missing}.</span>}
          <Button onClick={close}>Leave it</Button>
          <Button look="main" type="submit" disabled={save.isPending || !!missing}>
            Keep and plan
          </Button>
        </div>
      </form>
    </Sheet>
  );
}
