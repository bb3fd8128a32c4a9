import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { api, data } from "../api/client";
import { AddStudent } from "../book/AddStudent";
import { Box } from "../kit/Box";
import { LabelledSelect } from "../kit/LabelledSelect";
import { Button, Trouble } from "../kit/parts";
import { asks, usePeople } from "../kit/queries";
import { useStale } from "../kit/stale";
import { count } from "../kit/words";

/** Students by paste, by file, or one after another. */
export function Students() {
  const people = usePeople();
  const groups = useQuery(asks.groups()).data?.filter((group) => !group.closed_on) ?? [];
  const here = people.data?.students.filter((student) => !student.visitor && !student.left_on) ?? [];
  return (
    <>
      {here.length > 0 && (
        <p role="status" className="font-semibold">
          {count(here.length, "student")} in the club so far.
        </p>
      )}
      <Box title="Paste them">
        {groups.length > 0 ? (
          <Paste groups={groups} />
        ) : (
          <p className="text-sm">
            Make a group first:{" "}
            <Link to="/walk/groups" className="font-semibold underline">
              groups and hours
            </Link>
          </p>
        )}
      </Box>
      <Box title="One after another">
        <AddStudent group={groups[0]?.id} />
        <p className="text-sm">
          A file of a spreadsheet (CSV), with its columns matched, is taken in under{" "}
          <Link to="/book/records" className="font-semibold underline">
            Records
          </Link>
          .
        </p>
      </Box>
    </>
  );
}

function Paste({ groups }: { groups: { id: string; name: string }[] }) {
  const stale = useStale();
  const [text, setText] = useState("");
  const [group, setGroup] = useState(groups[0]?.id ?? "");
  const take = useMutation({
    mutationFn: (keep: "look" | "good") =>
      data(api.POST("/api/records/imports", { body: { kind: "roster", text, keep, group_id: group } })),
    onSuccess: (said) => {
      if (said.kept > 0) {
        stale("student");
        setText("");
      }
    },
  });
  const said = take.data;
  const bad = said?.lines.filter((line) => line.problem) ?? [];
  return (
    <form
      className="grid gap-3"
      aria-label="Paste students"
      onSubmit={(event) => {
        event.preventDefault();
        take.mutate("good");
      }}
    >
      <label className="grid gap-1 text-sm">
        <span className="font-semibold">A line each: a name, or whole rows copied from a spreadsheet</span>
        <textarea
          value={text}
          rows={7}
          required
          placeholder={"Ann Weir\nBo Sluice"}
          onChange={(event) => {
            setText(event.target.value);
            take.reset();
          }}
          className="rounded-lg border-[1.5px] border-seam bg-chalk px-3 py-2"
        />
      </label>
      <p className="text-ink-soft text-sm">
        With a first line that names them, these columns are read: student, group, stance, level, born_on, kg, emergency
        name and phone, guardian.
      </p>
      <LabelledSelect label="Their group, where no column says it" value={group} set={setGroup}>
        {groups.map((each) => (
          <option key={each.id} value={each.id}>
            {each.name}
          </option>
        ))}
      </LabelledSelect>
      {take.error && <Trouble error={take.error} />}
      {said && said.kept > 0 && (
        <p role="status" className="font-semibold">
          {count(said.kept, "student")} came in.
        </p>
      )}
      {said && said.missing.length > 0 && (
        <p role="alert" className="font-semibold text-rear text-sm">
          No column is called {said.missing.join(", ")}: name it in the first line.
        </p>
      )}
      {bad.length > 0 && (
        <ul role="alert" className="text-sm">
          {bad.map((line) => (
            <li key={line.number}>
              Line {line.number}, {line.cells[0]}: <strong className="text-rear">{line.problem}</strong>
            </li>
          ))}
        </ul>
      )}
      <Button type="submit" look="main" className="w-fit" disabled={take.isPending || text.trim() === ""}>
        Take them in
      </Button>
    </form>
  );
}
