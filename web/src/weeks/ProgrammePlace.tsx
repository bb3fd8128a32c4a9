import { useEffect, useRef, useState } from "react";
import { Trouble, Waiting } from "../kit/parts";
import { useMayPlan } from "../kit/session";
import { useSay } from "../kit/toast";
import { Agenda } from "./Agenda";
import { CopySheet } from "./CopySheet";
import { Legend } from "./Legend";
import { Overview } from "./Overview";
import { PinUp } from "./PinUp";
import { PlannedClass } from "./PlannedClass";
import { PlanningBar } from "./PlanningBar";
import { ProgrammeHead } from "./ProgrammeHead";
import { ProgrammeSheet } from "./ProgrammeSheet";
import { Proposal } from "./Proposal";
import { type Programme, usePlanning, useProgramme, useProgrammeChanges } from "./programme";
import { type At, Strands } from "./Strands";
import { useAlter } from "./useAlter";
import { usePlanKeys } from "./usePlanKeys";
import { Why } from "./Why";
import { pinned, planDue } from "./wanted";

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
  const changes = useProgrammeChanges(programme.id);
  const { plan: begin, change, decide, draft, archive, put } = changes;
  const planning = usePlanning(programme.id);
  const [chosen, setChosen] = useState<At | null>(null);
  const [sheet, setSheet] = useState<"wanted" | "copy" | null>(null);
  const [showNew, setShowNew] = useState(false);
  const { plan, proposed } = programme;
  const shown = showNew && proposed ? proposed : plan;
  const over = programme.meetings.every((meeting) => meeting.past);
  usePlannedByItself(programme, mayPlan && planDue(programme, planning.running), begin.mutate);
  const { alter, undo } = useAlter(change);
  const pin = (combination: string, from: string, to: string) => {
    alter((settings) => pinned(settings, shown, combination, from, to));
    setChosen({ on: to, id: combination });
  };
  usePlanKeys({ programme, plan: shown, chosen, setChosen, pin: mayPlan ? pin : undefined, undo });
  const place =
    chosen &&
    shown?.classes.find((each) => each.on === chosen.on)?.places.find((each) => each.combination_id === chosen.id);
  const next = shown?.classes.find((planned) => planned.on >= programme.from);
  const take = (plan_id: string) => (taken: boolean) =>
    decide.mutate(
      { plan_id, taken },
      {
        onSuccess: () => {
          setShowNew(false);
          say(taken ? "The new plan stands." : "The old plan stays.");
        },
      },
    );
  const trouble = archive.error ?? planning.refused ?? begin.error ?? change.error ?? decide.error ?? draft.error;
  return (
    <>
      <ProgrammeHead programme={programme} changes={changes} busy={planning.running || over} open={setSheet} />
      {trouble && <Trouble error={trouble} />}
      <PlanningBar planning={planning} />
      {plan && proposed && (
        <Proposal
          programme={programme}
          plan={plan}
          proposed={proposed}
          shown={showNew}
          show={setShowNew}
          decide={mayPlan ? take(proposed.id) : undefined}
        />
      )}
      <div className="grid items-start gap-4 lg:grid-cols-[minmax(0,1fr)_20rem]">
        <div className="min-w-0">
          {shown ? (
            <>
              <PinUp programme={programme} plan={shown} />
              <div className="hidden sm:block print:hidden">
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
          {next && (
            <section
              aria-label="The next class"
              className="hidden rounded-xl border-[1.5px] border-seam bg-chalk p-3 sm:block"
            >
              <PlannedClass programme={programme} planned={next} />
            </section>
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

/** Where a plan is due the rest is laid out by itself, once for each state of the programme. */
function usePlannedByItself({ revision }: Programme, due: boolean, begin: () => void) {
  const asked = useRef(0);
  useEffect(() => {
    if (!due || asked.current === revision) return;
    asked.current = revision;
    begin();
  }, [due, begin, revision]);
}
