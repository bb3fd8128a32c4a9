import { useEffect, useRef, useState } from "react";
import { Button, Trouble, Waiting } from "../kit/parts";
import { useMayPlan } from "../kit/session";
import { dayAndMonth } from "../kit/time";
import { useSay } from "../kit/toast";
import { Agenda } from "./Agenda";
import { CopySheet } from "./CopySheet";
import { Legend } from "./Legend";
import { Overview } from "./Overview";
import { ProgrammeSheet } from "./ProgrammeSheet";
import { Proposal } from "./Proposal";
import { type Plan, type Programme, type Settings, usePlanning, useProgramme, useProgrammeChanges } from "./programme";
import { type At, Strands } from "./Strands";
import { usePlanKeys } from "./usePlanKeys";
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
  const { plan: begin, change, decide, draft, archive, put } = useProgrammeChanges(programme.id);
  const planning = usePlanning(programme.id);
  const [chosen, setChosen] = useState<At | null>(null);
  const [sheet, setSheet] = useState<"wanted" | "copy" | null>(null);
  const [showNew, setShowNew] = useState(false);
  const { plan, proposed } = programme;
  const shown: Plan | null = showNew && proposed ? proposed : plan;
  const over = programme.meetings.every((meeting) => meeting.past);

  // Where there is no plan yet, after a class, and after a change the rest is laid out by itself, once for each state of the programme.
  const asked = useRef(0);
  const { revision } = programme;
  const latest = proposed ?? plan;
  const due =
    mayPlan && !over && !planning.running && (!latest || latest.stale || (!proposed && programme.classes_since > 0));
  useEffect(() => {
    if (!due || asked.current === revision) return;
    asked.current = revision;
    begin.mutate();
  }, [due, begin, revision]);

  // What was wanted before each change made here, to come back to with Ctrl-Z.
  const earlier = useRef<Settings[]>([]);
  const undo = () => {
    const before = earlier.current.pop();
    if (before) change.mutate(() => before, { onSuccess: () => say("Taken back: the rest is laid out again.") });
  };
  const alter = (make: (settings: Settings) => Settings) => {
    const noted = (settings: Settings) => {
      earlier.current.push(settings);
      return make(settings);
    };
    change.mutate(noted, { onSuccess: () => say("Noted: the rest is laid out again.", undo) });
  };
  const pin = (combination: string, from: string, to: string) => {
    const place = shown?.classes
      .find((each) => each.on === from)
      ?.places.find((each) => each.combination_id === combination);
    alter((settings) => ({
      ...settings,
      never: settings.never.filter((each) => each.combination_id !== combination || each.on !== to),
      pins: [
        ...settings.pins.filter((each) => each.combination_id !== combination || (each.on !== from && each.on !== to)),
        { combination_id: combination, on: to, rung: place?.rung ?? null },
      ],
    }));
    setChosen({ on: to, id: combination });
  };
  usePlanKeys({ programme, plan: shown, chosen, setChosen, pin: mayPlan ? pin : undefined, undo });
  const place =
    chosen &&
    shown?.classes.find((each) => each.on === chosen.on)?.places.find((each) => each.combination_id === chosen.id);
  const next = programme.meetings.find((meeting) => !meeting.past);
  const coming = programme.meetings.filter((meeting) => !meeting.past && meeting.week === next?.week);
  const makeCards = () =>
    draft.mutate(
      coming.map((meeting) => meeting.on),
      {
        onSuccess: (made) => {
          const stuck = made.find((each) => each.stuck)?.stuck;
          const done = made.length === 1 ? "The card is in the calendar." : `${made.length} cards are in the calendar.`;
          say(stuck ? `${done} ${stuck}` : done);
        },
      },
    );
  const putAway = () =>
    archive.mutate(
      { revision: programme.revision, archived: true },
      {
        onSuccess: (line) =>
          say(`${line.name} is put away.`, () => archive.mutateAsync({ revision: line.revision, archived: false })),
      },
    );
  const trouble = archive.error ?? planning.refused ?? begin.error ?? change.error ?? decide.error ?? draft.error;
  return (
    <>
      <div className="mb-2 flex flex-wrap items-end gap-x-3 gap-y-1">
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
            <Button small disabled={!plan || coming.length === 0 || draft.isPending} onClick={makeCards}>
              {coming[0] ? `Make the cards of week ${coming[0].week + 1}` : "Make cards"}
            </Button>
            <Button small onClick={() => setSheet("copy")}>
              Copy
            </Button>
            <Button small onClick={() => window.print()}>
              Print
            </Button>
            <Button small look="quiet" disabled={archive.isPending} onClick={putAway}>
              Put away
            </Button>
          </div>
        )}
      </div>
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
        <aside className="no-print grid gap-3">
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
          }}
        />
      )}
      {sheet === "copy" && <CopySheet programme={programme} close={() => setSheet(null)} />}
    </>
  );
}
