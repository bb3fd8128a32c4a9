import { useQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { asks } from "../kit/queries";
import { Wrap } from "../kit/wrap/Wrap";

/** {setting => {choice => a combination that shows it}}, in words that every numbering reads. */
const COMBINATIONS: Record<string, Record<string, string>> = {
  finish: {
    none: "jab-cross-lead hook",
    guard: "jab-cross-lead hook-rear cover",
    "exit step": "jab-cross-lead hook-step out",
    "one defence": "jab-cross-lead hook-roll lead",
    "two defences": "jab-cross-lead hook-roll lead-slip rear",
  },
  pairing: {
    "cross-body": "jab-cross-switch-lead kick",
    "same-side": "jab-lead hook-switch-lead kick",
    both: "jab-cross-lead hook-rear kick",
  },
  catch_cross: { lead: "[cross]-lead catch-cross", rear: "[cross]-rear catch-lead hook" },
  lead_kick_bare: { true: "jab-lead kick", false: "jab-switch-lead kick" },
  doubles_bare: { true: "lead hook-lead hook", false: "lead hook-step in-lead hook" },
};

/** What is not a combination, in a few strokes. */
const DRAWINGS: Record<string, Record<string, ReactNode>> = {
  first_rung: {
    count: <Beats at={[8, 58, 108]} note="one set each time the coach counts" />,
    clock: <Beats at={[4, 22, 40, 58, 76, 94, 112, 130]} note="set after set until the bell" />,
  },
  rest: {
    still: <Rests active={false} note="stand, breathe, drink" />,
    active: <Rests active note="feet go on, hands up" />,
  },
  stances: {
    "one for life": <Feet both={false} note="everything from one's own stance" />,
    both: <Feet both note="everything from both" />,
  },
  feed_height: { head: <Target y={11} wide={false} />, chest: <Target y={26} wide={false} /> },
  feed_width: { narrow: <Target y={11} wide={false} />, wide: <Target y={11} wide /> },
};

/** A choice of what is taught, shown on an example. */
export function Example({ setting, value }: { setting: string; value: string }) {
  const notation = COMBINATIONS[setting]?.[value];
  const drawing = DRAWINGS[setting]?.[value];
  if (notation) return <Combination notation={notation} />;
  return drawing ? <div className="mt-1 text-ink-soft text-xs">{drawing}</div> : null;
}

function Combination({ notation }: { notation: string }) {
  const { data } = useQuery(asks.analysis({ notation }));
  const reading = data?.reading;
  if (!reading) return null;
  return (
    <div className="mt-1 rounded-lg bg-canvas px-2 pt-1.5 [&_svg]:overflow-visible">
      <Wrap actions={reading.actions} setTime={reading.set_time} spoken={reading.spoken} size="part" />
    </div>
  );
}

function Strip({ children, note }: { children: ReactNode; note: string }) {
  return (
    <span className="flex items-center gap-2">
      <svg viewBox="0 0 150 24" className="h-6 w-38 shrink-0" aria-hidden="true">
        {children}
      </svg>
      {note}
    </span>
  );
}

function Beats({ at, note }: { at: number[]; note: string }) {
  return (
    <Strip note={note}>
      <path d="M0 20h150" className="stroke-seam" />
      {at.map((x) => (
        <rect key={x} x={x} y="6" width="12" height="12" rx="2" className="fill-lead" />
      ))}
    </Strip>
  );
}

function Rests({ active, note }: { active: boolean; note: string }) {
  return (
    <Strip note={note}>
      <rect x="0" y="4" width="55" height="16" rx="2" className="fill-lead" />
      <rect x="95" y="4" width="55" height="16" rx="2" className="fill-lead" />
      {active ? (
        <path d="M58 12q4-8 8 0t8 0 8 0 8 0" fill="none" strokeWidth="2" className="stroke-rear" />
      ) : (
        <path d="M58 12h34" strokeWidth="2" strokeDasharray="2 5" className="stroke-seam" />
      )}
    </Strip>
  );
}

function Feet({ both, note }: { both: boolean; note: string }) {
  const pair = (x: number, y1: number, y2: number) => (
    <>
      <ellipse cx={x} cy={y1} rx="10" ry="4" className="fill-lead" />
      <ellipse cx={x + 24} cy={y2} rx="10" ry="4" className="fill-rear" />
    </>
  );
  return (
    <Strip note={note}>
      {pair(16, 6, 17)}
      {both && pair(86, 17, 6)}
    </Strip>
  );
}

function Target({ y, wide }: { y: number; wide: boolean }) {
  const off = wide ? 17 : 8;
  return (
    <svg viewBox="0 0 60 44" className="h-12 w-16" aria-hidden="true">
      <circle cx="30" cy="9" r="6" className="fill-none stroke-ink-soft" strokeWidth="1.5" />
      <path d="M30 15v18M18 20h24" className="stroke-ink-soft" strokeWidth="1.5" />
      <circle cx={30 - off} cy={y} r="5" className="fill-lead" />
      <circle cx={30 + off} cy={y} r="5" className="fill-rear" />
    </svg>
  );
}
