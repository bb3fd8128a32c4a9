import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { Link } from "react-router";
import { api, data } from "../api/client";
import { Button, Trouble, Waiting } from "../kit/parts";
import { useKeysOf } from "../kit/placeKeys";
import { useMayPlan } from "../kit/session";
import { dayAndMonth, shortDate } from "../kit/time";
import { useSay } from "../kit/toast";
import { CopySheet } from "./CopySheet";
import { Overview } from "./Overview";
import { ProgrammeSheet } from "./ProgrammeSheet";
import { Proposal } from "./Proposal";
import { type Plan, type Programme, type Settings, usePlanning, useProgramme, useProgrammeChanges } from "./programme";
import { type At, Shape, Strands } from "./Strands";
import { Why } from "./Why";

/** One programme: strands over the weeks, what is expected, and why each place is where it is. */
export function ProgrammePlace({ id }: { id: string }) {
  const programme = useProgramme(id);
  if (programme.isPending) return <Waiting what="the programme" />;
  if (programme.error) return <Trouble error={programme.error} />;
  return <Laid key={id} programme={programme.data} />;
}

function Laid({ programme }: { programme: Programme }) {
  const mayPlan = useMayPlan();
  const say = useSay();
  const client = useQueryClient();
  const { plan: begin, change, decide, draft, put } = useProgrammeChanges(programme.id);
  const planning = usePlanning(programme.id);
  const [chosen, setChosen] = useState<At | null>(null);
  const [sheet, setSheet] = useState<"wanted" | "copy" | null>(null);
  const [showNew, setShowNew] = useState(false);
  const { plan, proposed } = programme;
  const shown: Plan | null = showNew && proposed ? proposed : plan;
  const over = programme.meetings.every((meeting) => meeting.past);

  // After a class, or where there is no plan yet, the rest is laid out of itself.
  const asked = useRef(false);
  const due = mayPlan && !over && !proposed && (!plan || programme.held_since > 0);
  useEffect(() => {
    if (!due || asked.current) return;
    asked.current = true;
    begin.mutate();
  }, [due, begin]);

  const alter = (settings: Settings) => {
    const before = programme.settings;
    change.mutate(settings, { onSuccess: () => say("Noted: the rest is laid out anew.", () => change.mutate(before)) });
  };
  const pin = (combination: string, from: string, to: string) => {
    const place = shown?.classes
      .find((each) => each.on === from)
      ?.places.find((each) => each.combination_id === combination);
    const { settings } = programme;
    const others = settings.pins.filter(
      (each) => each.combination_id !== combination || (each.on !== from && each.on !== to),
    );
    alter({
      ...settings,
      never: settings.never.filter((each) => each.combination_id !== combination || each.on !== to),
      pins: [...others, { combination_id: combination, on: to, rung: place?.rung ?? null }],
    });
    setChosen({ on: to, id: combination });
  };
  useKeys({ programme, plan: shown, chosen, setChosen, pin: mayPlan ? pin : undefined });
  const place =
    chosen &&
    shown?.classes.find((each) => each.on === chosen.on)?.places.find((each) => each.combination_id === chosen.id);
  const next = programme.meetings.find((meeting) => !meeting.past);
  const trouble = begin.error ?? change.error ?? decide.error ?? draft.error;
  return (
    <>
      <header className="mb-2 flex flex-wrap items-end gap-x-3 gap-y-1">
        <h2 className="wide font-extrabold text-xl leading-tight">{programme.name}</h2>
        <p className="text-ink-soft text-sm">
          {programme.group}, {dayAndMonth(programme.start)} to {dayAndMonth(programme.ends)},{" "}
          {programme.meetings.length} classes of {programme.slots} technical places
        </p>
        {mayPlan && (
          <div className="no-print ml-auto flex flex-wrap gap-1.5">
            <Button small onClick={() => setSheet("wanted")}>
              What is wanted
            </Button>
            <Button small disabled={planning.running || over} onClick={() => begin.mutate()}>
              Plan again
            </Button>
            <Button
              small
              disabled={!plan || !next || draft.isPending}
              onClick={() =>
                next &&
                draft.mutate([next.on], {
                  onSuccess: ([made]) => say(made?.stuck ?? `The card of ${shortDate(next.on)} is in the calendar.`),
                })
              }
            >
              Make the next card
            </Button>
            <Button small onClick={() => setSheet("copy")}>
              Copy
            </Button>
            <Button small onClick={() => window.print()}>
              Print
            </Button>
            <Button
              small
              look="quiet"
              onClick={() =>
                data(
                  api.PUT("/api/weeks/programmes/{id}/archived", {
                    params: { path: { id: programme.id } },
                    body: { revision: programme.revision, archived: true },
                  }),
                ).then((line) => {
                  client.invalidateQueries({ queryKey: ["programmes"] });
                  say(`${line.name} is put away.`, () => {
                    data(
                      api.PUT("/api/weeks/programmes/{id}/archived", {
                        params: { path: { id: programme.id } },
                        body: { revision: line.revision, archived: false },
                      }),
                    ).then(() => client.invalidateQueries({ queryKey: ["programmes"] }));
                  });
                })
              }
            >
              Put away
            </Button>
          </div>
        )}
      </header>
      {trouble && <Trouble error={trouble} />}
      {planning.error && !planning.running && (
        <p role="alert" className="mb-2 font-semibold text-rear text-sm">
          {planning.error}
        </p>
      )}
      {planning.running && (
        <div
          role="status"
          className="no-print mb-2 flex items-center gap-3 rounded-xl border-[1.5px] border-seam bg-chalk px-3 py-1.5 text-sm"
        >
          <span>Laying out the rest …</span>
          <progress aria-label="How far the plan is" value={planning.done} max={1} className="h-2 flex-1" />
          <Button small onClick={() => planning.stop()}>
            Stop
          </Button>
        </div>
      )}
      {plan && proposed && (
        <Proposal
          programme={programme}
          plan={plan}
          proposed={proposed}
          shown={showNew}
          show={setShowNew}
          decide={
            mayPlan
              ? (taken) =>
                  decide.mutate(
                    { plan_id: proposed.id, taken },
                    {
                      onSuccess: () => {
                        setShowNew(false);
                        say(taken ? "The new plan stands." : "The old plan stays.");
                      },
                    },
                  )
              : undefined
          }
        />
      )}
      <div className="grid items-start gap-4 lg:grid-cols-[minmax(0,1fr)_20rem]">
        <div className="min-w-0">
          {shown ? (
            <>
              <div className="hidden sm:block print:block">
                <Strands
                  programme={programme}
                  plan={shown}
                  chosen={chosen}
                  choose={setChosen}
                  pin={mayPlan ? pin : undefined}
                />
                <Legend />
              </div>
              <Agenda programme={programme} plan={shown} />
            </>
          ) : (
            !planning.running && <p className="text-ink-soft">{over ? "Every class of it is over." : "No plan yet."}</p>
          )}
        </div>
        <aside className="grid gap-3">
          {place && chosen && (
            <Why
              programme={programme}
              place={place}
              on={chosen.on}
              change={mayPlan ? alter : undefined}
              close={() => setChosen(null)}
            />
          )}
          <Overview programme={programme} plan={shown} />
        </aside>
      </div>
      {sheet === "wanted" && (
        <ProgrammeSheet
          programme={programme}
          today={programme.today}
          close={() => setSheet(null)}
          done={(changed) => {
            put(changed);
            setSheet(null);
            begin.mutate();
          }}
        />
      )}
      {sheet === "copy" && <CopySheet programme={programme} close={() => setSheet(null)} />}
    </>
  );
}

type Keyed = {
  programme: Programme;
  plan: Plan | null;
  chosen: At | null;
  setChosen: (at: At | null) => void;
  pin?: (id: string, from: string, to: string) => void;
};

/** From place to place with the arrows; with Alt a place is pinned a class earlier or later. */
function useKeys({ programme, plan, chosen, setChosen, pin }: Keyed) {
  const focus = (at: At) => {
    setChosen(at);
    requestAnimationFrame(() => document.querySelector<HTMLElement>(`[data-place="${at.on} ${at.id}"]`)?.focus());
  };
  const all = (plan?.classes ?? []).flatMap((planned) =>
    planned.places.map((each) => ({ on: planned.on, id: each.combination_id })),
  );
  const along = (by: number) => {
    if (!chosen) return all[0] && focus(all[0]);
    const strand = all.filter((each) => each.id === chosen.id);
    const at = strand[strand.findIndex((each) => each.on === chosen.on) + by];
    if (at) focus(at);
  };
  const within = (by: number) => {
    if (!chosen) return all[0] && focus(all[0]);
    const there = all.filter((each) => each.on === chosen.on);
    const at = there[there.findIndex((each) => each.id === chosen.id) + by];
    if (at) focus(at);
  };
  const move = (by: number) => {
    const open = programme.meetings.filter((meeting) => !meeting.past);
    const to = open[open.findIndex((meeting) => meeting.on === chosen?.on) + by];
    if (chosen && to && pin && open.some((meeting) => meeting.on === chosen.on)) pin(chosen.id, chosen.on, to.on);
  };
  useKeysOf("Weeks", [
    { keys: "ArrowRight", does: "The next place of the strand", run: () => along(1) },
    { keys: "ArrowLeft", does: "The place before it", run: () => along(-1) },
    { keys: "ArrowDown", does: "The next place of the class", run: () => within(1) },
    { keys: "ArrowUp", does: "The one before it", run: () => within(-1) },
    { keys: "Alt+ArrowRight", does: "Pin it to the class after", run: () => move(1) },
    { keys: "Alt+ArrowLeft", does: "Pin it to the class before", run: () => move(-1) },
    { keys: "p", does: "Pin it where it is", run: () => chosen && pin?.(chosen.id, chosen.on, chosen.on) },
  ]);
}

function Legend() {
  return (
    <p className="mt-1 flex flex-wrap items-center gap-x-3 text-xs">
      <span className="flex items-center gap-1">
        <Shape kind="new" /> new
      </span>
      <span className="flex items-center gap-1">
        <Shape kind="climb" /> a rung up
      </span>
      <span className="flex items-center gap-1">
        <Shape kind="learn" /> being learned
      </span>
      <span className="flex items-center gap-1">
        <Shape kind="review" /> a review
      </span>
      <span className="flex items-center gap-1.5">
        <span className="ml-1">
          <Shape kind="learn" pinned />
        </span>{" "}
        pinned
      </span>
      <span className="text-ink-soft">
        Higher in its row is a higher rung; a figure is how many places it takes. Drag to pin.
      </span>
    </p>
  );
}

/** The classes to come as lists, for a narrow screen. */
function Agenda({ programme, plan }: { programme: Programme; plan: Plan }) {
  const classes = plan.classes.filter((planned) => planned.on >= programme.from);
  return (
    <ol className="grid gap-2 sm:hidden print:hidden">
      {classes.map((planned) => (
        <li key={planned.on} className="rounded-xl border-[1.5px] border-seam bg-chalk p-3">
          <h3 className="font-bold">
            {shortDate(planned.on)} {planned.at}{" "}
            <span className="font-normal text-ink-soft text-sm">effort {planned.effort}</span>
          </h3>
          <ul className="mt-1">
            {planned.places.map((place) => (
              <li key={place.combination_id}>
                <details>
                  <summary className="flex min-h-9 cursor-pointer items-center gap-2">
                    <Shape kind={place.kind} pinned={place.pinned} />
                    <span className="min-w-0 flex-1 truncate font-semibold">
                      {programme.names[place.combination_id]}
                    </span>
                    <span className="text-sm">
                      {place.rung}
                      {place.times > 1 ? ` × ${place.times}` : ""}
                    </span>
                  </summary>
                  <p className="pb-2 pl-5 text-sm">{place.why}</p>
                </details>
              </li>
            ))}
          </ul>
          {programme.meetings.find((meeting) => meeting.on === planned.on)?.card_id && (
            <Link
              to={`/card/${programme.meetings.find((meeting) => meeting.on === planned.on)?.card_id}`}
              className="font-semibold text-sm underline"
            >
              Its card
            </Link>
          )}
        </li>
      ))}
    </ol>
  );
}
