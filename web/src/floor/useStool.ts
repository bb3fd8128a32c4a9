import { useMutation } from "@tanstack/react-query";
import { useMemo } from "react";
import { api, data, Refusal } from "../api/client";
import { LIMITS } from "../api/known";
import { dated } from "../kit/clock";
import { outbox as box } from "../kit/device";
import { useClub } from "../kit/session";
import { useStale } from "../kit/stale";
import { dayOf } from "../kit/time";
import { type Answer, answered } from "./hall";
import type { Props } from "./part";
import { minutesDone, tookPlace } from "./rang";

const NOT_YET = "No connection to the club's server yet. All is kept on this device and is sent once there is one.";

/** What is asked at the stool: everybody's minutes and effort, each answer a fact as soon as it is tapped, and the end of the class. */
export function useStool({ opened, hall, change, outbox }: Props) {
  const club = useClub();
  const stale = useStale();
  const { answers } = hall;
  const present = opened.students.filter((student) => hall.came.includes(student.id));
  const took = useMemo(() => tookPlace(opened, hall), [opened, hall]);
  const typed = (id: string) => minutesDone(opened, hall, took, id);
  const minutesOf = (id: string) => minutesRead(typed(id));
  const tell = (students: string[], what: (student: string) => Omit<Answer, "id">) => {
    const on = dayOf(opened.starts_at, club.time_zone);
    let next = hall;
    for (const student of students) {
      const [after, facts] = answered(next, student, what(student), on);
      outbox.put(...facts);
      next = after;
    }
    change((before) => ({ ...before, answers: { ...before.answers, ...next.answers } }));
  };
  const choose = (student: string, effort: number, estimated: boolean) =>
    tell([student], (id) => ({ effort, estimated, minutes: minutesOf(id) ?? opened.minutes }));
  /** The same for whoever has not been asked, as the coach's estimate. */
  const forAll = (effort: number) => {
    const open = present.filter(({ id }) => answers[id] === undefined && minutesOf(id) !== undefined);
    tell(
      open.map(({ id }) => id),
      (id) => ({ effort, estimated: true, minutes: minutesOf(id) as number }),
    );
  };
  const putRight = (id: string, text: string) =>
    change((before) => ({ ...before, minutesOf: { ...before.minutesOf, [id]: text } }));
  const finish = useMutation({
    mutationFn: async () => {
      const other = present.filter(({ id }) => answers[id] && answers[id].minutes !== minutesOf(id));
      tell(
        other.map(({ id }) => id),
        (id) => ({ ...(answers[id] as Answer), minutes: minutesOf(id) as number }),
      );
      if (!(await box.send())) throw box.refusal ?? new Refusal(0, [{ message: NOT_YET }]);
      const body = { ended_at: dated() };
      await data(api.PUT("/api/floor/classes/{id}/ended", { params: { path: { id: opened.id } }, body }));
    },
    onSuccess: () => {
      stale("classTookPlace");
      change((now) => ({ ...now, moment: "done" }));
    },
  });
  const wrong = present.some(({ id }) => minutesOf(id) === undefined && (answers[id] || hall.minutesOf[id]));
  return { present, took, typed, minutesOf, choose, forAll, putRight, finish, wrong };
}

/** Minutes as typed; undefined for what is none. */
export function minutesRead(text: string): number | undefined {
  const minutes = /^\s*\d+\s*$/.test(text) ? Number(text) : Number.NaN;
  return minutes >= 1 && minutes <= LIMITS.minutes[1] ? minutes : undefined;
}
