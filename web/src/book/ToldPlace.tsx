import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { api, data, type Schemas } from "../api/client";
import { EFFORT_WORDS, LIMITS } from "../api/known";
import { DateField } from "../kit/DateField";
import { daysFrom } from "../kit/dates";
import { useNextId } from "../kit/ids";
import { Button, Empty, Field, Trouble, Waiting, within } from "../kit/parts";
import { asks } from "../kit/queries";
import { useClub, useMayPlan } from "../kit/session";
import { Tick } from "../kit/Tick";
import { dayAndTime, shortDate } from "../kit/time";
import { list } from "../kit/words";
import { BookFrame, useGroup } from "./BookFrame";

type Told = Schemas["WhatWasTold"];
const WEEK = 7;

/** What a group has told on its own pages and what it has not, homework, and how far coaches are off. */
export default function ToldPlace() {
  const group = useGroup();
  const mayPlan = useMayPlan();
  const told = useQuery({ ...asks.whatWasTold(group), enabled: mayPlan });
  if (!mayPlan) return <BookFrame>A coach reads what students have told.</BookFrame>;
  return (
    <BookFrame>
      {told.isPending && <Waiting what="what was told" />}
      {told.error && <Trouble error={told.error} />}
      {told.data && (
        <div className="grid items-start gap-4 lg:grid-cols-2">
          <div className="grid gap-4">
            <Silent told={told.data} group={group} />
            <Wellbeings told={told.data} />
            <FarOff off={told.data.off} />
          </div>
          <div className="grid gap-4">
            <SetHomework told={told.data} group={group} />
            <Homeworks told={told.data} />
          </div>
        </div>
      )}
    </BookFrame>
  );
}

const box = "rounded-2xl border-[1.5px] border-seam bg-chalk p-4 text-sm";
const nameIn = (told: Told, id: string) => told.students.find((each) => each.id === id)?.name ?? "somebody";

function Silent({ told, group }: { told: Told; group: string | undefined }) {
  const client = useQueryClient();
  const { time_zone } = useClub();
  const ask = useMutation({
    mutationFn: (id: string) =>
      data(api.PUT("/api/corners/told/classes/{id}/asked", { params: { path: { id } }, body: {} })),
    onSuccess: () => client.invalidateQueries({ queryKey: asks.whatWasTold(group).queryKey }),
  });
  return (
    <section aria-label="Who has not answered" className={box}>
      <h2 className="wide mb-1 font-extrabold text-lg">Who has not answered</h2>
      {told.silent.length === 0 && <p>Everybody has told how hard their last classes were, or was asked by you.</p>}
      {ask.error && <Trouble error={ask.error} />}
      <ul className="grid gap-3">
        {told.silent.map((held) => {
          const withPage = held.students.filter((id) => told.students.find((each) => each.id === id)?.page);
          return (
            <li key={held.class_id}>
              <p className="font-bold">
                {held.title}, {dayAndTime(held.starts_at, time_zone)}
              </p>
              <p>{list(held.students.map((id) => nameIn(told, id)))}.</p>
              <p className="mt-1 flex flex-wrap items-center gap-2 text-ink-soft">
                <span className="flex-1">
                  {withPage.length === 0
                    ? "None of them has a page of their own: ask them in the hall."
                    : `${withPage.length} of ${held.students.length} can answer on their own page.`}
                  {held.asked_at && ` Asked again ${dayAndTime(held.asked_at, time_zone)}.`}
                </span>
                {withPage.length > 0 && (
                  <Button small disabled={ask.isPending} onClick={() => ask.mutate(held.class_id)}>
                    Ask again
                  </Button>
                )}
              </p>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

const FEELS = ["sleep", "soreness", "mood"] as const;

function Wellbeings({ told }: { told: Told }) {
  if (told.wellbeings.length === 0) return null;
  return (
    <section aria-label="How they are" className={box}>
      <h2 className="wide mb-1 font-extrabold text-lg">How they are</h2>
      <ul>
        {told.wellbeings.map((each) => (
          <li key={each.student_id}>
            <strong>{nameIn(told, each.student_id)}</strong>{" "}
            <span className="text-ink-soft">
              {shortDate(each.on)}:{" "}
              {FEELS.filter((what) => each[what] !== null)
                .map((what) => `${what} ${each[what]} of 5`)
                .join(", ")}
            </span>
          </li>
        ))}
      </ul>
      <p className="mt-1 text-ink-soft">
        Their own word, as a note: no score, no diagnosis. Sleep and mood: 5 is good; soreness: 5 is very.
      </p>
    </section>
  );
}

function FarOff({ off }: { off: Told["off"] }) {
  return (
    <section aria-label="How far estimates are off" className={box}>
      <h2 className="wide mb-1 font-extrabold text-lg">Estimates against their own word</h2>
      {off.length === 0 && <p>There are no classes of which both are on record.</p>}
      <ul>
        {off.map((each) => (
          <li key={each.coach}>
            <strong>{each.coach}</strong> {each.said}
          </li>
        ))}
      </ul>
      <p className="mt-1 text-ink-soft">
        Effort a coach estimated less what the student told of the same class, over twelve weeks: the mean, and between
        what nearly all of them lie.
      </p>
    </section>
  );
}

function SetHomework({ told, group }: { told: Told; group: string | undefined }) {
  const client = useQueryClient();
  const { today } = useClub();
  const ids = useNextId();
  const withPage = told.students.filter((each) => each.page);
  const [chosen, setChosen] = useState<string[]>([]);
  const [minutes, setMinutes] = useState("15");
  const [due, setDue] = useState(daysFrom(today, WEEK));
  const set = useMutation({
    mutationFn: () => {
      const wanted = { student_ids: chosen, minutes: Number(minutes), due_on: due };
      return data(api.POST("/api/corners/homeworks", { body: { id: ids.of(wanted), ...wanted } }));
    },
    onSuccess: () => {
      ids.used();
      setChosen([]);
      return client.invalidateQueries({ queryKey: asks.whatWasTold(group).queryKey });
    },
  });
  return (
    <section aria-label="Set homework" className={`no-print ${box}`}>
      <h2 className="wide mb-1 font-extrabold text-lg">Set homework</h2>
      <p className="mb-2 text-ink-soft">
        Each gets their own: what is due, weak or next for them, within their load and their holds, for the room they
        had last.
      </p>
      {withPage.length === 0 ? (
        <Empty title="Nobody has a page yet">Make pages on a student’s page here, or for a group under Records.</Empty>
      ) : (
        <form
          className="grid gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            set.mutate();
          }}
        >
          <fieldset className="grid gap-1 sm:grid-cols-2">
            <legend className="mb-1 font-semibold">For whom</legend>
            <Tick
              label="all of them"
              on={chosen.length === withPage.length}
              set={(on) => setChosen(on ? withPage.map((each) => each.id) : [])}
            />
            {withPage.map((each) => (
              <Tick
                key={each.id}
                label={each.name}
                on={chosen.includes(each.id)}
                set={(on) => setChosen(on ? [...chosen, each.id] : chosen.filter((id) => id !== each.id))}
              />
            ))}
          </fieldset>
          <div className="grid gap-3 sm:grid-cols-2">
            <Field
              label="Minutes"
              required
              {...within(LIMITS.homework)}
              value={minutes}
              onChange={(event) => setMinutes(event.target.value)}
            />
            <DateField label="Until" required min={today} value={due} set={setDue} />
          </div>
          {set.error && <Trouble error={set.error} />}
          {set.data && (
            <div role="status">
              <p className="font-bold">
                {set.data.made.length > 0 && `${list(set.data.made.map((id) => nameIn(told, id)))} have it now.`}
              </p>
              {set.data.refused.map((each) => (
                <p key={each.student_id} className="text-rear">
                  {nameIn(told, each.student_id)}: {each.why}
                </p>
              ))}
            </div>
          )}
          <Button type="submit" className="w-fit" disabled={chosen.length === 0 || set.isPending}>
            {set.isPending ? "Making it …" : "Set it"}
          </Button>
        </form>
      )}
    </section>
  );
}

function Homeworks({ told }: { told: Told }) {
  return (
    <section aria-label="Homework" className={box}>
      <h2 className="wide mb-1 font-extrabold text-lg">Homework of two weeks</h2>
      {told.homeworks.length === 0 && <p>None yet.</p>}
      <ul className="grid gap-1">
        {told.homeworks.map((each) => (
          <li key={each.id}>
            <Link to={`/book/${each.student_id}`} className="font-bold hover:underline">
              {nameIn(told, each.student_id)}
            </Link>{" "}
            {shortDate(each.on)}, {each.minutes} min{each.coach && `, from ${each.coach}`}
            {each.due_on && `, until ${shortDate(each.due_on)}`}:{" "}
            {each.done_s === null
              ? "not done yet"
              : `${Math.round(each.done_s / 60)} min done, ${EFFORT_WORDS[Math.round(each.effort ?? 0)]}`}
          </li>
        ))}
      </ul>
      <p className="mt-1 text-ink-soft">Their own word; it counts in their load, and not as a class.</p>
    </section>
  );
}
