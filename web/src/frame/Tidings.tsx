import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { api, data } from "../api/client";
import type { paths } from "../api/schema";
import { Button, Field, Trouble } from "../kit/parts";
import { asks } from "../kit/queries";
import { useAccount, useClub, useMayPlan } from "../kit/session";
import { useStale } from "../kit/stale";
import { dayAndTime } from "../kit/time";

type Told = paths["/api/corners/tidings"]["get"]["responses"]["200"]["content"]["application/json"][number];

const MOST = 3;

/** What students told on their own pages, in sight of coaches until one has seen to it. */
export function Tidings() {
  const { data: tidings } = useQuery(asks.tidings());
  if (!tidings || tidings.length === 0) return null;
  return (
    <ul aria-label="Told by students" className="no-print border-rear border-b-2 bg-chalk px-3 py-1 text-sm sm:px-5">
      {tidings.slice(0, MOST).map((told) => (
        <Tiding key={told.id} told={told} />
      ))}
      {tidings.length > MOST && (
        <li className="mx-auto max-w-[1440px] text-ink-soft">and {tidings.length - MOST} more</li>
      )}
    </ul>
  );
}

const SAYS = {
  hurt: (told: Told) => `is hurt (${told.matter}) and held back`,
  correct: () => "says that something on file is wrong",
  erase: () => "asks to be erased",
};

function Tiding({ told }: { told: Told }) {
  const client = useQueryClient();
  const stale = useStale();
  const { time_zone } = useClub();
  const mayPlan = useMayPlan();
  const owns = useAccount().role === "owner";
  const [answering, setAnswering] = useState(false);
  const [answer, setAnswer] = useState("");
  const see = useMutation({
    mutationFn: () =>
      data(
        api.PUT("/api/corners/tidings/{id}", {
          params: { path: { id: told.id } },
          body: { answer: answer.trim() || null },
        }),
      ),
    onSuccess: (rest) => {
      client.setQueryData(asks.tidings().queryKey, rest);
      stale("record");
    },
  });
  const asked = told.kind !== "hurt";
  return (
    <li className="mx-auto flex max-w-[1440px] flex-wrap items-center gap-x-4 gap-y-1 py-1">
      <p className="min-w-60 flex-1">
        <Link to={`/book/${told.student_id}`} className="font-bold underline">
          {told.name}
        </Link>{" "}
        {SAYS[told.kind](told)}, {dayAndTime(told.at, time_zone)}
        {told.guardian && ", told by a guardian"}
        {told.text && `: “${told.text}”`}
      </p>
      {see.error && <Trouble error={see.error} />}
      {mayPlan && !asked && (
        <Button small disabled={see.isPending} onClick={() => see.mutate()}>
          I have seen it
        </Button>
      )}
      {owns && asked && !answering && (
        <Button small onClick={() => setAnswering(true)}>
          Answer
        </Button>
      )}
      {answering && (
        <form
          className="flex items-end gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            see.mutate();
          }}
        >
          <Field
            label={`Answer to ${told.name}`}
            hideLabel
            placeholder="what was done, in a sentence"
            required
            maxLength={500}
            value={answer}
            onChange={(event) => setAnswer(event.target.value)}
          />
          <Button small type="submit" disabled={see.isPending}>
            Answered
          </Button>
        </form>
      )}
    </li>
  );
}
