import { useMutation, useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { useNavigate } from "react-router";
import { api, data } from "../../api/client";
import { Button, Field, Trouble } from "../../kit/parts";
import { asks } from "../../kit/queries";
import { Sheet } from "../../kit/Sheet";
import { useAccount, useClub } from "../../kit/session";
import { dayAndTime, shortDate } from "../../kit/time";
import { useSay } from "../../kit/toast";
import { useBookStale } from "../useBookStale";

/** What was put right, who read and changed what is about health, and taking out or erasing all that is onFile. */
export function Privacy({ student, name }: { student: string; name: string }) {
  const { time_zone } = useClub();
  const owner = useAccount().role === "owner";
  const [open, setOpen] = useState(false);
  const [erasing, setErasing] = useState(false);
  const corrections = useQuery({ ...asks.corrections(student), enabled: open });
  const audit = useQuery({ ...asks.audit(student), enabled: open });
  return (
    <details
      className="no-print rounded-2xl border-[1.5px] border-seam bg-chalk p-4 text-sm"
      onToggle={({ currentTarget }) => setOpen(currentTarget.open)}
    >
      <summary className="wide cursor-pointer font-extrabold text-lg">Their record</summary>
      <p className="mt-2">
        All that is on file:{" "}
        <a className="font-semibold underline" href={`/api/care/students/${student}/everything.json`} download>
          as JSON
        </a>
        ,{" "}
        <a className="font-semibold underline" href={`/api/care/students/${student}/everything.csv`} download>
          as CSV
        </a>
      </p>
      <h3 className="mt-2 font-bold">Put right</h3>
      {corrections.error && <Trouble error={corrections.error} />}
      {corrections.data?.length === 0 && <p className="text-ink-soft">Nothing was changed afterwards.</p>}
      <ul>
        {corrections.data?.map((each) => (
          <li key={each.at + each.fact_id}>
            {dayAndTime(each.at, time_zone)} {each.by}: {WHAT[each.what]} {each.after ? "changed" : "taken back"},{" "}
            {changed(each.before, each.after)} “{each.reason}”
          </li>
        ))}
      </ul>
      <h3 className="mt-2 font-bold">Who read and changed what is about health</h3>
      {audit.error && <Trouble error={audit.error} />}
      {audit.data?.length === 0 && <p className="text-ink-soft">Nobody yet.</p>}
      <ul>
        {audit.data?.slice(0, 20).map((each) => (
          <li key={each.at + each.did}>
            {shortDate(each.at.slice(0, 10))} {each.by} {each.did}
          </li>
        ))}
      </ul>
      {owner ? (
        <Button className="mt-3" onClick={() => setErasing(true)}>
          Erase {name} …
        </Button>
      ) : (
        <p className="mt-3 text-ink-soft">To erase somebody for good, ask the owner of the club.</p>
      )}
      <Sheet open={erasing} close={() => setErasing(false)} title={`Erase ${name}`}>
        {erasing && <Erase student={student} name={name} />}
      </Sheet>
    </details>
  );
}

const WHAT = { efforts: "a session", marks: "a mark", holds: "a hold" };

function changed(before: Record<string, unknown>, after: Record<string, unknown> | null) {
  if (!after) return "";
  return Object.keys(after)
    .filter((key) => JSON.stringify(before[key]) !== JSON.stringify(after[key]))
    .map((key) => `${key.replaceAll("_", " ")} from ${plain(before[key])} to ${plain(after[key])}`)
    .join(", ");
}

const plain = (value: unknown) => (value === null || value === undefined ? "nothing" : JSON.stringify(value));

function Erase({ student, name }: { student: string; name: string }) {
  const say = useSay();
  const go = useNavigate();
  const stale = useBookStale();
  const [typed, setTyped] = useState("");
  const path = { params: { path: { id: student } } };
  const onFile = useQuery(asks.onRecord(student));
  const erase = useMutation({
    mutationFn: () => data(api.PUT("/api/care/students/{id}/erased", { ...path, body: { name: typed } })),
    onSuccess: () => {
      go("/book");
      stale({ gone: true });
      say(`${name} is erased.`);
    },
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    erase.mutate();
  };
  return (
    <form onSubmit={submit} className="grid gap-3 text-sm">
      {onFile.error && <Trouble error={onFile.error} />}
      <p>
        For good, with no way back but a backup. What goes:{" "}
        {onFile.data?.counts.map((each) => `${each.rows} ${each.table.replaceAll("_", " ")}`).join(", ") ||
          "their name"}
        .
      </p>
      <p>What stays, naming nobody: {onFile.data?.stays.join("; ")}.</p>
      <p>Take out what is on file first, if they want it.</p>
      <Field label={`Type the name, ${name}`} value={typed} onChange={(event) => setTyped(event.target.value)} />
      {erase.error && <Trouble error={erase.error} />}
      <Button type="submit" className="w-fit border-rear text-rear" disabled={typed.trim() !== name || erase.isPending}>
        Erase for good
      </Button>
    </form>
  );
}
