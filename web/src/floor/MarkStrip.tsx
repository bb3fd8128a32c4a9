import { useState } from "react";
import type { Bout } from "../api/client";
import { Choice } from "../kit/Choice";
import { dated } from "../kit/clock";
import { newId } from "../kit/ids";
import { usePhone } from "../kit/media";
import { useClub } from "../kit/session";
import { dayOf } from "../kit/time";
import { Forbids, HoldLine } from "./HeldBack";
import { type Tap, whoAreHere } from "./hall";
import { COUNTS, type Marking, MarkPad, type Row } from "./MarkPad";
import type { Props as ClassProps } from "./part";
import { inWords, nextVersion, ownVersion, same, type Version, versionsOf } from "./versions";
import { WhereLost } from "./WhereLost";

type Props = ClassProps & {
  round?: Bout;
  called: string | null | undefined;
  shown?: string; // of a read drill, what was shown last
  takeBack: () => void;
};
type Asked = { student: string; name: string };
type Forbidden = Asked & Marking;

/** The students in a strip: each tap counts so many attempts as clean, as rough, or as lost at a link. */
export function MarkStrip({ opened, hall, round, called, shown, change, takeBack, outbox }: Props) {
  const club = useClub();
  const [count, setCount] = useState(1);
  const [asked, setAsked] = useState<Asked>();
  const [forbidden, setForbidden] = useState<Forbidden>();
  const phone = usePhone();
  const present = whoAreHere(opened, hall);
  // In a read drill a mark is of one of the things shown: the last, until another is chosen.
  const [pickedFeed, pickFeed] = useState<{ text: string; of: string }>();
  const feeds = round?.feeds ?? [];
  const last = feeds.find((each) => each.spoken === shown);
  const picked = pickedFeed?.of === (shown ?? "") ? feeds.find((each) => each.text === pickedFeed?.text) : undefined;
  const feed = picked ?? last;
  const combination = feeds.length > 0 ? feed?.combination_id : called === undefined ? round?.combination_id : called;
  const drawn = combination ? opened.combinations[combination] : undefined;
  // What each does: the version that is theirs, or the one that was tapped instead.
  const [chosen, setChosen] = useState<Record<string, Version>>({});
  const versions = round && combination ? versionsOf(round, combination) : [];
  const versionOf = (student: string) => {
    if (!round || !combination) return undefined;
    const own = chosen[student];
    return own && versions.some((each) => same(each, own)) ? own : ownVersion(round, combination, student);
  };
  const tap = (student: string, clean: boolean, broke?: number) => {
    const version = versionOf(student);
    if (!version) return;
    setAsked(undefined);
    setForbidden(undefined);
    const attempted = broke === undefined ? count : 1;
    const facts = { attempted, clean: clean ? attempted : 0 };
    const mark: Tap = { id: newId(), student, ...version, ...facts, broke, feed: feed?.text };
    change((before) => ({ ...before, taps: [...before.taps, mark] }));
    outbox.put({
      table: "marks",
      fact: {
        id: mark.id,
        student_id: student,
        combination_id: version.combination,
        rung: version.rung,
        on: dayOf(opened.starts_at, club.time_zone),
        ...facts,
        broke_at: broke ?? null,
        feed: feed?.text ?? null,
        at: dated(),
      },
    });
  };
  // What a hold forbids is marked only after it was asked.
  const mark = (row: Row, { clean, broke }: Marking) => {
    const { id, name } = row.student;
    if (row.hold) setForbidden({ student: id, name, clean, broke });
    else tap(id, clean, broke);
  };
  const lost = (row: Row) => setAsked({ student: row.student.id, name: row.student.name });
  if (present.length === 0)
    return (
      <p className="text-night-soft">
        Nobody is checked in: the clock runs all the same. Go to the door to check students in.
      </p>
    );
  const rows = present.map((student): Row => {
    const version = versionOf(student.id);
    const taps = hall.taps.filter(
      (entry) =>
        entry.student === student.id &&
        entry.combination === version?.combination &&
        entry.rung === version?.rung &&
        entry.feed === feed?.text,
    );
    const clean = taps.reduce((sum, entry) => sum + entry.clean, 0);
    const attempted = taps.reduce((sum, entry) => sum + entry.attempted, 0);
    return {
      student,
      does: round && version && versions.length > 1 ? inWords(opened, round, version) : undefined,
      usual: version?.combination === combination && version?.rung === round?.rung,
      next: () => version && setChosen({ ...chosen, [student.id]: nextVersion(versions, version) }),
      tally: attempted > 0 ? `${clean} clean of ${attempted}` : student.level,
      hold: round?.held?.[student.id],
      marked: attempted > 0,
    };
  });
  const of = (id: string) => rows.find((row) => row.student.id === id);
  const questions = (
    <>
      {feeds.length > 0 && (
        <Choice
          label="Which of them it was"
          options={feeds.map((each) => ({ value: each.text, shown: each.spoken }))}
          value={feed?.text ?? ""}
          choose={(text) => pickFeed({ text, of: shown ?? "" })}
          className="mb-2 flex flex-wrap gap-1.5"
          look={(chosen) =>
            `min-h-11 rounded-full border-2 px-3 font-semibold text-sm ${chosen ? "border-brass-bright bg-brass-bright text-night" : "border-night-line text-canvas"}`
          }
        />
      )}
      {forbidden && (
        <Forbids
          name={forbidden.name}
          hold={of(forbidden.student)?.hold}
          mark={() => tap(forbidden.student, forbidden.clean, forbidden.broke)}
          close={() => setForbidden(undefined)}
        />
      )}
      {asked && drawn && (
        <WhereLost
          name={asked.name}
          actions={(opened.combinations[versionOf(asked.student)?.combination ?? ""] ?? drawn).actions.map(
            (action) => action.spoken,
          )}
          choose={(link) => {
            const row = of(asked.student);
            setAsked(undefined);
            if (row) mark(row, { clean: false, broke: link });
          }}
          close={() => setAsked(undefined)}
        />
      )}
    </>
  );
  const nothing = !combination && (
    <p className="mb-2 text-night-soft max-sm:mb-1">
      {feeds.length > 0
        ? "Nothing has been shown yet: choose which of them you mark."
        : called === undefined
          ? "Nothing to mark in this round."
          : "Nothing has been called yet."}
    </p>
  );
  if (phone)
    return (
      <MarkPad
        rows={rows}
        count={count}
        setCount={setCount}
        open={Boolean(combination)}
        mark={mark}
        lost={lost}
        takeBack={hall.taps.length > 0 ? takeBack : undefined}
      >
        {nothing}
        {questions}
      </MarkPad>
    );
  return (
    <section aria-label="Marks" className="min-w-0">
      <div className="mb-2 flex items-center justify-between gap-2">
        <div className="flex items-center gap-2 text-sm">
          <span className="text-night-soft">a tap counts</span>
          <Choice
            label="Attempts a tap counts"
            options={COUNTS.map((n) => ({ value: n, shown: n }))}
            value={count}
            choose={setCount}
            className="flex gap-1.5"
            look={(chosen) =>
              `size-11 rounded-full border-2 font-bold ${chosen ? "border-brass-bright bg-brass-bright text-night" : "border-night-line text-canvas"}`
            }
          />
        </div>
        <button
          type="button"
          onClick={takeBack}
          disabled={hall.taps.length === 0}
          className="min-h-11 rounded-full border-2 border-night-line px-3 font-semibold text-sm disabled:opacity-60"
        >
          Take back
        </button>
      </div>
      {nothing}
      {called && drawn && <p className="mb-2 font-semibold">Marks are for {drawn.name}, called last</p>}
      {questions}
      {rows.length > 0 && (
        <p aria-hidden="true" className="mb-1.5 flex justify-end gap-4 pr-1.5 text-night-soft text-sm">
          <span>✓ clean</span>
          <span>~ rough</span>
          <span>⌇ lost it</span>
        </p>
      )}
      <ul className="grid gap-2 lg:max-h-[calc(100dvh-236px)] lg:overflow-y-auto">
        {rows.map((row) => (
          <li key={row.student.id} className="flex items-center gap-2 rounded-xl bg-night-raised py-1.5 pr-1.5 pl-3">
            <span className="min-w-0 flex-1">
              <span className="block truncate font-bold text-lg">{row.student.name.split(" ")[0]}</span>
              <span className="text-night-soft text-sm" data-testid={`tally ${row.student.name}`}>
                {row.tally}
              </span>
              {row.hold && <HoldLine hold={row.hold} />}
            </span>
            {row.does && <VersionButton row={row} />}
            <MarkButton
              label={`${row.student.name}: clean`}
              sign="✓"
              look="border-lead-night-line text-lead-night"
              disabled={!combination}
              tap={() => mark(row, { clean: true })}
            />
            <MarkButton
              label={`${row.student.name}: rough`}
              sign="~"
              look="border-brass-bright text-brass-bright"
              disabled={!combination}
              tap={() => mark(row, { clean: false })}
            />
            <MarkButton
              label={`${row.student.name}: lost it, where?`}
              sign="⌇"
              look="border-canvas/70 text-canvas"
              disabled={!combination}
              tap={() => lost(row)}
            />
          </li>
        ))}
      </ul>
    </section>
  );
}

function VersionButton({ row }: { row: Row }) {
  return (
    <button
      type="button"
      aria-label={`${row.student.name} does ${row.does}: another version`}
      onClick={row.next}
      className={`min-h-11 max-w-40 rounded-full border-2 px-2.5 font-semibold text-sm leading-tight ${row.usual ? "border-night-line text-night-soft" : "border-brass-bright text-brass-bright"}`}
    >
      {row.does}
    </button>
  );
}

type MarkButtonProps = { label: string; sign: string; look: string; disabled: boolean; tap: () => void };

function MarkButton({ label, sign, look, disabled, tap }: MarkButtonProps) {
  return (
    <button
      type="button"
      aria-label={label}
      disabled={disabled}
      onClick={tap}
      className={`flex size-16 items-center justify-center rounded-xl border-[2.5px] font-extrabold text-3xl active:bg-night-line disabled:opacity-40 ${look}`}
    >
      {sign}
    </button>
  );
}
