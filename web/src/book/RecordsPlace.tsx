import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, data, type Schemas } from "../api/client";
import { LabelledSelect } from "../kit/LabelledSelect";
import { Button, Trouble } from "../kit/parts";
import { useMayPlan, useSession } from "../kit/session";
import { BookFrame } from "./BookFrame";
import { PagesOnPaper } from "./PagesOnPaper";

type TakenIn = Schemas["TakenIn"];
type Kind = "roster" | "log" | "marks" | "heart" | "strikes";
type Keep = "look" | "all" | "good";

const KINDS: { value: Kind; name: string; columns: string }[] = [
  {
    value: "roster",
    name: "Roster",
    columns:
      "student, group, and where known stance, level, born_on, kg, emergency_name, emergency_phone, guardian, elsewhere",
  },
  {
    value: "log",
    name: "Log of sessions",
    columns: "student, date, effort, minutes, and where known title, estimated",
  },
  { value: "marks", name: "Marks", columns: "student, combination, rung, date, attempted, clean" },
  { value: "heart", name: "Heart rate", columns: "student, date, ms, bpm, and where known round" },
  { value: "strikes", name: "Strike sensor", columns: "student, date, ms, hand, g, and where known round" },
];

/** The club's records in and out as files. */
export default function RecordsPlace() {
  const mayPlan = useMayPlan();
  const owner = useSession().data?.account?.role === "owner";
  return (
    <BookFrame groups={false}>
      <div className="grid items-start gap-4 lg:grid-cols-[minmax(0,3fr)_minmax(0,1fr)]">
        {mayPlan ? <TakeIn /> : <p>A coach can take records in.</p>}
        {mayPlan && (
          <div>
            <TakeOut owner={owner} />
            <PagesOnPaper />
          </div>
        )}
      </div>
    </BookFrame>
  );
}

function TakeOut({ owner }: { owner: boolean }) {
  return (
    <section aria-label="Take out" className="rounded-2xl border-[1.5px] border-seam bg-chalk p-4 text-sm">
      <h2 className="wide mb-2 font-extrabold text-lg">Take out</h2>
      <ul className="grid gap-1.5">
        {(["roster", "log", "marks"] as const).map((kind) => (
          <li key={kind}>
            <a className="font-semibold underline" href={`/api/records/exports/${kind}.csv`} download>
              {KINDS.find((each) => each.value === kind)?.name} as CSV
            </a>
          </li>
        ))}
        {owner && (
          <li>
            <a className="font-semibold underline" href="/api/records/club.json" download>
              The whole club as JSON
            </a>
          </li>
        )}
      </ul>
      <p className="mt-2 text-ink-soft">
        What is taken out can be taken in again. All that is on file about one student can be taken out on their page.
      </p>
    </section>
  );
}

function TakeIn() {
  const client = useQueryClient();
  const [kind, setKind] = useState<Kind>("log");
  const [text, setText] = useState("");
  const [columns, setColumns] = useState<Record<string, number | null>>();
  const take = useMutation({
    mutationFn: ({ keep, columns }: { keep: Keep; columns?: Record<string, number | null> }) =>
      data(api.POST("/api/records/imports", { body: { kind, text, keep, ...(columns && { columns }) } })),
    onSuccess: (said) => {
      setColumns(said.columns);
      if (said.kept > 0) client.invalidateQueries();
    },
  });
  const begin = () => {
    setColumns(undefined);
    take.reset();
  };
  const said = take.data;
  return (
    <section aria-label="Take in" className="rounded-2xl border-[1.5px] border-seam bg-chalk p-4">
      <h2 className="wide mb-2 font-extrabold text-lg">Take in</h2>
      <div className="grid gap-3">
        <LabelledSelect
          label="What is in the file"
          value={kind}
          set={(next) => {
            setKind(next as Kind);
            begin();
          }}
        >
          {KINDS.map((each) => (
            <option key={each.value} value={each.value}>
              {each.name}
            </option>
          ))}
        </LabelledSelect>
        <p className="text-ink-soft text-sm">Columns: {KINDS.find((each) => each.value === kind)?.columns}.</p>
        <label className="grid gap-1 text-sm">
          <span className="font-semibold">The file</span>
          <input
            type="file"
            accept=".csv,.txt,text/csv"
            onChange={async ({ target }) => {
              const file = target.files?.[0];
              if (!file) return;
              setText(await file.text());
              begin();
            }}
          />
        </label>
        <label className="grid gap-1 text-sm">
          <span className="font-semibold">or its lines</span>
          <textarea
            value={text}
            rows={5}
            onChange={(event) => {
              setText(event.target.value);
              begin();
            }}
            className="rounded-lg border-[1.5px] border-seam bg-chalk px-3 py-2"
          />
        </label>
        <Button
          look="main"
          className="w-fit"
          disabled={text.trim() === "" || take.isPending}
          onClick={() => take.mutate({ keep: "look" })}
        >
          Look at it first
        </Button>
        {take.error && <Trouble error={take.error} />}
        {said && columns && said.kept === 0 && (
          <Columns
            said={said}
            columns={columns}
            change={(next) => {
              setColumns(next);
              take.mutate({ keep: "look", columns: next });
            }}
          />
        )}
        {said && <Lines said={said} keep={(keep) => take.mutate({ keep, columns })} />}
      </div>
    </section>
  );
}

/** Headings with their places; two may have the same name. */
const named = (heading: string[]) => heading.map((name, i) => ({ key: `${name} ${i + 1}`, name, i }));

type ColumnsProps = {
  said: TakenIn;
  columns: Record<string, number | null>;
  change: (next: Record<string, number | null>) => void;
};

/** Which column is which: guessed from the heading, and put right by hand. */
function Columns({ said, columns, change }: ColumnsProps) {
  return (
    <fieldset className="grid gap-2">
      <legend className="font-semibold text-sm">Which column is which</legend>
      {said.missing.length > 0 && (
        <p role="alert" className="font-semibold text-rear text-sm">
          Say which column holds: {said.missing.join(", ")}.
        </p>
      )}
      <div className="grid grid-cols-2 gap-2 sm:grid-cols-4">
        {said.fields.map((field) => (
          <LabelledSelect
            key={field.id}
            label={field.id.replaceAll("_", " ") + (field.needed ? "" : " (if any)")}
            value={String(columns[field.id] ?? "")}
            set={(value) => change({ ...columns, [field.id]: value === "" ? null : Number(value) })}
          >
            <option value="">none</option>
            {named(said.heading).map(({ key, name, i }) => (
              <option key={key} value={i}>
                {name || `column ${i + 1}`}
              </option>
            ))}
          </LabelledSelect>
        ))}
      </div>
    </fieldset>
  );
}

function Lines({ said, keep }: { said: TakenIn; keep: (keep: Keep) => void }) {
  if (said.kept > 0)
    return (
      <p role="status" className="font-semibold">
        {said.kept} {said.kept === 1 ? "line is" : "lines are"} in the Book now.
        {said.bad > 0 && ` ${said.bad} were left out.`}
      </p>
    );
  if (said.missing.length > 0) return null;
  return (
    <div className="grid gap-2">
      <p role="status">
        <strong>{said.good}</strong> can be kept
        {said.bad > 0 && (
          <>
            , <strong className="text-rear">{said.bad}</strong> cannot
          </>
        )}
        . Nothing is kept yet.
      </p>
      <div className="flex flex-wrap gap-2">
        {said.bad === 0 ? (
          <Button look="main" disabled={said.good === 0} onClick={() => keep("all")}>
            Keep all {said.good}
          </Button>
        ) : (
          <Button disabled={said.good === 0} onClick={() => keep("good")}>
            Keep {said.good}, leave out {said.bad}
          </Button>
        )}
      </div>
      <div className="max-h-80 overflow-auto rounded-lg border-[1.5px] border-seam">
        <table className="w-full text-sm">
          <thead className="text-left text-xs">
            <tr>
              <th scope="col" className="px-2 py-1">
                line
              </th>
              {named(said.heading).map(({ key, name }) => (
                <th key={key} scope="col" className="px-2 py-1">
                  {name}
                </th>
              ))}
              <th scope="col" className="px-2 py-1">
                why not
              </th>
            </tr>
          </thead>
          <tbody>
            {said.lines.map((line) => (
              <tr key={line.number} className="border-seam border-t align-top">
                <td className="px-2 py-1 text-ink-soft">{line.number}</td>
                {named(said.heading).map(({ key, i }) => (
                  <td key={key} className="whitespace-nowrap px-2 py-1">
                    {line.cells[i]}
                  </td>
                ))}
                <td className="px-2 py-1 font-semibold text-rear">{line.problem}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </div>
  );
}
