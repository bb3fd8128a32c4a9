import { useMutation } from "@tanstack/react-query";
import { useId, useState } from "react";
import { useLocation } from "react-router";
import { api, data, type Schemas } from "../api/client";
import { Button, Field, Trouble } from "../kit/parts";
import { Sheet } from "../kit/Sheet";
import { useMayPlan } from "../kit/session";
import { useStale } from "../kit/stale";
import { useSay } from "../kit/toast";
import { counted } from "../kit/words";

/** The shelf as a list: brought in from plain text, taken away as text or JSON. */
export function Lists() {
  const shared = useShared();
  const [open, setOpen] = useState(shared !== "");
  const mayPlan = useMayPlan();
  const link = "font-semibold underline";
  return (
    <p className="mt-2 px-1 text-ink-soft text-xs leading-relaxed">
      {mayPlan && (
        <>
          <button type="button" className={link} onClick={() => setOpen(true)}>
            Bring in a list
          </button>{" "}
          ·{" "}
        </>
      )}
      take it away as{" "}
      <a className={link} href="/api/bench/exports/text" download>
        text
      </a>{" "}
      or{" "}
      <a className={link} href="/api/bench/exports/json" download>
        JSON
      </a>
      {mayPlan && <BringIn open={open} close={() => setOpen(false)} begin={shared} />}
    </p>
  );
}

/** What another program shared into this one (web/src/bench/Shared.tsx). */
const useShared = () => (useLocation().state as { shared?: string } | null)?.shared ?? "";

function BringIn({ open, close, begin }: { open: boolean; close: () => void; begin: string }) {
  const id = useId();
  const [text, setText] = useState(begin);
  const [series, setSeries] = useState("");
  const stale = useStale();
  const say = useSay();
  const read = useMutation({
    mutationFn: (keep: boolean) =>
      data(api.POST("/api/bench/imports", { body: { text, keep, ...(series.trim() && { series }) } })),
    onSuccess: (report, keep) => {
      if (!keep) return;
      stale("combination");
      stale("series");
      say(`${counted(report.kept, "combination", ["is", "are"])} on the shelf.`);
      setText("");
      read.reset();
      close();
    },
  });
  const good = read.data?.lines.filter((line) => !line.problem).length ?? 0;
  return (
    <Sheet open={open} close={close} title="Bring in a list">
      <label htmlFor={id} className="mb-1 block text-sm">
        One combination a line, with a name and tags if you like: <em>Ticket punch: 1-2-3b-2 #mitts</em>. JSON taken
        away from here goes back in the same way.
      </label>
      <textarea
        id={id}
        rows={8}
        value={text}
        onChange={(event) => {
          setText(event.target.value);
          read.reset();
        }}
        className="w-full rounded-lg border-[1.5px] border-seam bg-canvas p-3 font-semibold"
      />
      <Field
        label="Keep its order as a series"
        value={series}
        maxLength={80}
        placeholder="no name: on the shelf alone"
        onChange={(event) => setSeries(event.target.value)}
        className="mt-2"
      />
      {read.error && <Trouble error={read.error} />}
      {read.data && <Report lines={read.data.lines} />}
      <div className="mt-3 flex justify-end gap-2">
        <Button onClick={() => read.mutate(false)} disabled={text.trim() === "" || read.isPending}>
          Look it over
        </Button>
        <Button look="main" onClick={() => read.mutate(true)} disabled={good === 0 || read.isPending}>
          Keep the {good} good {good === 1 ? "line" : "lines"}
        </Button>
      </div>
    </Sheet>
  );
}

function Report({ lines }: { lines: Schemas["Import"]["lines"] }) {
  return (
    <ul className="mt-2 max-h-52 overflow-y-auto text-sm">
      {lines.map((line) => (
        <li key={line.number} className="py-0.5">
          <span className="text-ink-soft">line {line.number}</span> <strong>{line.name || line.notation}</strong>{" "}
          {line.problem ? (
            <span className="font-semibold text-rear">{line.problem}</span>
          ) : (
            <span className="text-ink-soft">{line.notation}</span>
          )}
        </li>
      ))}
    </ul>
  );
}
