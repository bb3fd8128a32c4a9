import { useEffect, useState } from "react";
import type { Schemas } from "../api/client";
import { download } from "../kit/download";
import { Trouble } from "../kit/parts";
import { shortDate } from "../kit/time";
import type { OwnPage, Page } from "./box";
import { take, tellNew, theirs } from "./own";
import { Button, Card, Part, Words } from "./parts";

type Theirs = Awaited<ReturnType<typeof theirs>>;
type Props = { own: OwnPage; page: Page; add: () => void; gone: () => Promise<void> };
type Kind = Schemas["Corner"]["requests"][number]["kind"];

/** What they own, what is next, their file, and what they ask of the club. */
export default function Mine({ own, page, add, gone }: Props) {
  const [known, setKnown] = useState<Theirs>();
  const [error, setError] = useState<unknown>();
  useEffect(() => {
    theirs(own).then(setKnown, setError);
  }, [own]);
  const fetchFile = (path: "/api/corner/report.pdf" | "/api/corner/everything.json") =>
    take(own, path).then((file) => {
      const [, extension] = path.split(".") as [string, string];
      download(file, page.first_name, extension);
      setError(undefined);
    }, setError);
  return (
    <>
      {error !== undefined && <Trouble error={error} />}
      {known && <Known known={known} />}
      <Part title="To take away">
        <div className="grid gap-2">
          <Button onClick={() => void fetchFile("/api/corner/report.pdf")}>Your report (PDF)</Button>
          <Button onClick={() => void fetchFile("/api/corner/everything.json")}>All that is on file of you</Button>
        </div>
      </Part>
      <Ask own={own} page={page} />
      <Part title="This phone">
        <p className="mb-2 text-lg">
          Open on {page.devices.map((device) => (device.here ? `this one (${device.name})` : device.name)).join(", ")}.
          It opens on three at most.
        </p>
        <div className="grid gap-2">
          <Button onClick={add}>Somebody else of this household</Button>
          <Leave gone={gone} />
        </div>
      </Part>
    </>
  );
}

function Known({ known }: { known: Theirs }) {
  return (
    <>
      <Lines title="What you own" lines={known.owned} empty="Nothing yet: it takes clean work on two different days." />
      <Lines title="Nearly there" lines={known.learning} />
      <Lines title="What is next" lines={known.next} empty="Come to class: what you are marked on shows here." />
      {known.weeks && <Weeks weeks={known.weeks} />}
    </>
  );
}

function Weeks({ weeks: { loads, usual } }: { weeks: NonNullable<Theirs["weeks"]> }) {
  const most = Math.max(1, usual ?? 0, ...loads.map((week) => week.load));
  const now = loads.at(-1)?.load ?? 0;
  return (
    <Part title="Your weeks">
      <p className="mb-2 text-lg">
        {usual === null
          ? "There are no full weeks yet to say what is usual for you."
          : `This week comes to ${now}; a usual one of yours to about ${usual}.`}{" "}
        <span className="text-ink-soft">How hard it was times minutes, all together.</span>
      </p>
      <ul className="grid gap-1 text-lg">
        {loads.map((week) => (
          <li key={week.from} className="flex items-center gap-3">
            <span className="w-24 text-ink-soft">{shortDate(week.from)}</span>
            <span
              aria-hidden="true"
              className="h-4 rounded bg-brass"
              style={{ width: `${(week.load / most) * 50}%` }}
            />
            <strong>{week.load}</strong>
          </li>
        ))}
      </ul>
    </Part>
  );
}

function Lines({ title, lines, empty }: { title: string; lines: string[]; empty?: string }) {
  if (lines.length === 0 && !empty) return null;
  return (
    <Part title={title}>
      <ul className="grid gap-1.5 text-lg">
        {lines.map((line) => (
          <li key={line}>{line}</li>
        ))}
        {lines.length === 0 && <li>{empty}</li>}
      </ul>
    </Part>
  );
}

const ASKS: { kind: Kind; label: string }[] = [
  { kind: "correct", label: "Something on file is wrong" },
  { kind: "erase", label: "Erase what is on file of me" },
];

function Ask({ own, page }: { own: OwnPage; page: Page }) {
  const [kind, setKind] = useState<Kind>();
  const [text, setText] = useState("");
  const sent = own.waiting.filter((told) => told.path === "/api/corner/requests");
  return (
    <Part title="Ask the club">
      <div className="grid gap-2">
        {ASKS.map((ask) => (
          <Button key={ask.kind} aria-pressed={kind === ask.kind} onClick={() => setKind(ask.kind)}>
            {ask.label}
          </Button>
        ))}
        {kind && (
          <>
            <Words
              label={kind === "correct" ? "What is wrong, and how is it right?" : "Anything the club should know"}
              value={text}
              set={setText}
            />
            <Button
              look="main"
              onClick={() => {
                tellNew(own, "/api/corner/requests", { kind, text }, kind);
                setKind(undefined);
                setText("");
              }}
            >
              Send it to the club
            </Button>
          </>
        )}
        {[
          ...page.requests,
          ...sent.map(({ id, body }) => ({ id, text: String(body.text), answer: null, seen_at: null })),
        ].map((request) => (
          <Card key={request.id}>
            <p>{request.text || "Erase what is on file."}</p>
            <p className="text-ink-soft">
              {request.answer
                ? `The club: ${request.answer}`
                : request.seen_at
                  ? "The club has seen it."
                  : "The club has it before it."}
            </p>
          </Card>
        ))}
      </div>
    </Part>
  );
}

function Leave({ gone }: { gone: () => Promise<void> }) {
  const [sure, setSure] = useState(false);
  const [error, setError] = useState<unknown>();
  return (
    <>
      {error !== undefined && <Trouble error={error} />}
      <Button look={sure ? "main" : "plain"} onClick={() => (sure ? void gone().catch(setError) : setSure(true))}>
        {sure ? "Tap again: it is gone from this phone" : "Take this page off this phone"}
      </Button>
    </>
  );
}
