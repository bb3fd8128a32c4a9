import type { Sums } from "../api/client";
import { Pans } from "../kit/Pans";
import { clock } from "../kit/time";
import { decimal } from "../kit/ways";
import { count } from "../kit/words";

/** The scales: left and right as two pans, the limbs, how each student's time is spent, load and kit. */
export function Scales({ sums, minutes }: { sums?: Sums; minutes: number }) {
  const left = sums?.counts.by_hand.left ?? 0;
  const right = sums?.counts.by_hand.right ?? 0;
  return (
    <section aria-label="The scales">
      <h2 className="wide font-extrabold text-lg">
        The scales <span className="font-normal text-ink-soft text-sm">each student</span>
      </h2>
      <Pans left={left} right={right} what="hand" />
      <Spent sums={sums} />
      <dl className="mt-1.5 grid grid-cols-[1fr_auto_1fr_auto] gap-x-2 text-[13px]">
        <Line name="strikes" value={sums?.counts.strikes} />
        <Line name="taken on pads" value={sums?.share.impacts} />
        <Line name="left leg" value={sums?.counts.by_leg.left} />
        <Line name="right leg" value={sums?.counts.by_leg.right} />
        <Line name="to the head" value={sums?.counts.by_level.head} />
        <Line name="to the body" value={sums?.counts.by_level.body} />
        <Line name="to the leg" value={sums?.counts.by_level.leg} />
        <Line name="kick across" value={sums?.counts.by_pairing.cross_body} />
        <Line name="kick same side" value={sums?.counts.by_pairing.same_side} />
        <Line name="load" value={Math.round(sums?.planned_load ?? 0)} />
      </dl>
      <details className="mt-1 text-xs">
        <summary className="cursor-pointer font-semibold">Where from?</summary>
        <p className="mt-1 text-ink-soft">
          Strikes: whole sets that fit each student's striking time at its tempo and pause. Load: planned effort
          weighted by work time ({decimal(sums?.mean_effort ?? 0, 1)}) × {count(minutes, "minute")}, the same sum as
          effort × minutes recorded after. It stays as it is when a round gets busier: strikes are not in it, effort is.
          {sums?.trio &&
            ` An odd class: each of the trio strikes ${clock(sums.trio.striking)}, holds ${clock(sums.trio.holding)} and has ${count(sums.trio.strikes, "strike")}.`}
        </p>
      </details>
      <Kit sums={sums} />
    </section>
  );
}

function Line({ name, value = 0 }: { name: string; value?: number }) {
  return (
    <>
      <dt>{name}</dt>
      <dd className="text-right font-bold">{value}</dd>
    </>
  );
}

const PARTS = [
  { key: "striking", word: "striking", look: "bg-rear" },
  { key: "holding", word: "holding", look: "bg-lead" },
  { key: "moving", word: "moving", look: "bg-step" },
  { key: "resting", word: "resting", look: "bg-seam" },
  { key: "standing", word: "standing", look: "bg-ink-soft" },
] as const;

/** Where each student's time goes, to scale. */
function Spent({ sums }: { sums?: Sums }) {
  const total = PARTS.reduce((sum, part) => sum + (sums?.share[part.key] ?? 0), 0) || 1;
  return (
    <div className="mt-1">
      <div className="flex h-3 overflow-hidden rounded-full border border-ink/30" aria-hidden="true">
        {PARTS.map((part) => (
          <span
            key={part.key}
            className={`${part.look} border-chalk [&:not(:first-child)]:border-l`}
            style={{ width: `${((sums?.share[part.key] ?? 0) / total) * 100}%` }}
          />
        ))}
      </div>
      <ul className="mt-1 flex flex-wrap gap-x-3 font-semibold text-xs">
        {PARTS.map((part) => (
          <li key={part.key} className="flex items-center gap-1">
            <span aria-hidden="true" className={`size-2 rounded-full ${part.look}`} />
            {clock(sums?.share[part.key] ?? 0)} {part.word}
          </li>
        ))}
      </ul>
    </div>
  );
}

function Kit({ sums }: { sums?: Sums }) {
  if (!sums || (sums.kit.held.length === 0 && sums.kit.worn.length === 0)) return null;
  return (
    <p className="mt-1.5 text-[13px]">
      <strong>Kit. </strong>
      {[
        ...sums.kit.held.map((each) => {
          const short = each.owned !== null && each.needed !== null && each.owned < each.needed;
          const count = each.needed === null ? "" : ` ${each.needed}${each.owned === null ? "" : ` of ${each.owned}`}`;
          return short ? `${each.name}${count} (too few)` : `${each.name}${count}`;
        }),
        ...sums.kit.worn,
      ].join(", ")}
    </p>
  );
}
