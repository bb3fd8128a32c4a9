import { useInfiniteQuery } from "@tanstack/react-query";
import { useDeferredValue, useState } from "react";
import { Link } from "react-router";
import { LabelledSelect } from "../../kit/LabelledSelect";
import { Empty, Field, Trouble, Waiting } from "../../kit/parts";
import { asks } from "../../kit/queries";
import { AddStudent } from "../AddStudent";
import { BookFrame, useGroup } from "../BookFrame";
import { Grid } from "./Grid";

const WINDOW = 60; // rows asked for at a time
const ORDERS = [
  { value: "name", name: "by name" },
  { value: "due", name: "most due first" },
  { value: "weak", name: "most weak links first" },
  { value: "load", name: "most load this week first" },
  { value: "word", name: "who needs a word first" },
] as const;
type Order = (typeof ORDERS)[number]["value"];

/** The squad: students by combinations, a knot in each cell, and each student's weeks of load beside it. */
export default function SquadPlace() {
  const group = useGroup();
  const [order, setOrder] = useState<Order>("name");
  const [find, setFind] = useState("");
  const wanted = useDeferredValue(find.trim().toLowerCase());
  const squad = useInfiniteQuery({
    ...asks.squad(group, order, WINDOW),
    initialPageParam: 0,
    getNextPageParam: (last) => {
      const next = last.from + last.students.length;
      return next < last.total ? next : undefined;
    },
  });
  const pages = squad.data?.pages ?? [];
  const first = pages[0];
  const rows = pages.flatMap((page) => page.students);
  const byName = rows.filter((row) => row.name.toLowerCase().includes(wanted));
  const drilled = first?.combinations ?? [];
  const byCombination = drilled.filter((each) => each.name.toLowerCase().includes(wanted));
  const found = wanted !== "" && byName.length === 0 && byCombination.length > 0;
  return (
    <BookFrame shown={first?.group_id}>
      {squad.isPending && <Waiting what="the squad" />}
      {squad.error && <Trouble error={squad.error} />}
      {first && (
        <>
          <div className="no-print mb-2 grid max-w-3xl grid-cols-2 items-end gap-2 sm:grid-cols-[1fr_1fr_auto]">
            <Field
              className="text-sm"
              label="Find a student or a combination"
              value={find}
              onChange={(event) => setFind(event.target.value)}
              type="search"
            />
            <LabelledSelect label="In order" value={order} set={(next) => setOrder(next as Order)}>
              {ORDERS.map((each) => (
                <option key={each.value} value={each.value}>
                  {each.name}
                </option>
              ))}
            </LabelledSelect>
            <AddStudent group={first.group_id} />
          </div>
          {first.total === 0 ? (
            <Empty title="No students yet">
              <Link to="/walk/students" className="font-semibold underline">
                Paste them from a spreadsheet
              </Link>
              , take in a roster under Records, or welcome them at the door of a class.
            </Empty>
          ) : (
            <Grid
              rows={found ? rows : byName}
              combinations={found ? byCombination : drilled}
              total={wanted && !found ? byName.length : first.total}
              more={squad.hasNextPage && !squad.isFetchingNextPage ? squad.fetchNextPage : undefined}
            />
          )}
          <p className="mt-2 max-w-4xl text-ink-soft text-sm">
            A knot has a turn for each rung; it tightens as marks make us surer, is filled when it is owned, and frays
            when it fades. Repetitions within a set are not independent, and coaches mark differently: read it as a hint
            where to look.
          </p>
        </>
      )}
    </BookFrame>
  );
}
