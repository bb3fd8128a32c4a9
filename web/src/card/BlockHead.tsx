import { useState } from "react";
import type { Schemas, Sums } from "../api/client";
import { BLOCK_KINDS, CIRCUIT_BELLS, LIMITS } from "../api/known";
import { Pick } from "../kit/Pick";
import { Button, within } from "../kit/parts";
import { clock } from "../kit/time";
import type { Block, DraftBlock } from "./draft";
import { Rotation } from "./Rotation";
import { TimeInput } from "./TimeInput";

type Props = {
  block: DraftBlock;
  index: number;
  sums?: Sums;
  readOnly: boolean;
  change: (facts: Partial<Block>, tag?: string) => void;
  move: (by: 1 | -1) => void;
};

const STARS = ["little", "some", "as usual", "much", "most"];

/** What a block is for, how long it takes, and what the fit may do with it. */
export function BlockHead({ block, index, sums, readOnly, change, move }: Props) {
  const [open, setOpen] = useState(false);
  const runs = sums?.runs.filter((run) => run.at[0] === index) ?? [];
  const length = runs.reduce((sum, run) => sum + run.change + run.explain + (run.to - run.bell) + run.rest, 0);
  const circuit = sums?.circuits.find((each) => each.block === index);
  const name = `Block ${index + 1}`;
  return (
    <header>
      <div className="flex flex-wrap items-center gap-x-2 px-1">
        <Pick
          label={`${name} kind`}
          value={block.kind}
          options={BLOCK_KINDS}
          disabled={readOnly}
          set={(kind) => kind && change({ kind })}
          className="wide rounded-md border border-transparent bg-transparent font-extrabold text-[15px] hover:border-seam disabled:appearance-none disabled:opacity-100"
        />
        <input
          aria-label={`${name} title`}
          placeholder={readOnly ? "" : "name it"}
          value={block.title}
          maxLength={80}
          readOnly={readOnly}
          onChange={(event) => change({ title: event.target.value }, "title")}
          className="min-w-0 flex-1 rounded-md border border-transparent bg-transparent px-1 text-sm placeholder:text-ink-soft hover:border-seam focus:border-ink"
        />
        <span className="font-semibold text-ink-soft text-sm">{clock(length)}</span>
        {!readOnly && (
          <Button look="quiet" small aria-expanded={open} onClick={() => setOpen(!open)}>
            {name} settings
          </Button>
        )}
      </div>
      {open && <BlockMore block={block} name={name} change={change} move={move} />}
      {circuit && <Rotation circuit={circuit} stations={block.rounds.map((row) => row.title)} />}
    </header>
  );
}

type MoreProps = { block: DraftBlock; name: string; change: Props["change"]; move: Props["move"] };

function BlockMore({ block, name, change, move }: MoreProps) {
  return (
    <div className="mb-1 flex flex-wrap items-end gap-x-5 gap-y-2 rounded-xl bg-canvas-deep px-3 py-2 text-sm">
      <label className="grid gap-0.5 font-semibold text-xs">
        it matters
        <select
          value={block.importance}
          onChange={(event) => change({ importance: Number(event.target.value) })}
          className="min-h-8 rounded-lg border border-seam bg-chalk px-1.5 font-normal text-sm"
        >
          {STARS.map((word, i) => (
            <option key={word} value={i + 1}>
              {i + 1}: {word}
            </option>
          ))}
        </select>
      </label>
      <Allowed
        name={`${name} work`}
        title="work may be"
        range={block.work}
        least={5}
        set={(work) => change({ work })}
      />
      <Allowed
        name={`${name} rest`}
        title="rest may be"
        range={block.rest}
        least={0}
        set={(rest) => change({ rest })}
      />
      {block.kind === "circuit" && (
        <label className="grid gap-0.5 font-semibold text-xs">
          laps
          <input
            {...within(LIMITS.laps)}
            value={block.laps}
            onChange={(event) => change({ laps: Math.max(1, Number(event.target.value)) }, "laps")}
            className="min-h-8 w-16 rounded-lg border border-seam bg-chalk px-1.5 font-normal text-sm"
          />
        </label>
      )}
      {block.kind === "circuit" && (
        <label className="grid gap-0.5 font-semibold text-xs">
          bells inside
          <select
            value={block.bells ?? "one"}
            onChange={(event) => change({ bells: event.target.value as Block["bells"] })}
            className="min-h-8 rounded-lg border border-seam bg-chalk px-1.5 font-normal text-sm"
          >
            {CIRCUIT_BELLS.map((bells) => (
              <option key={bells} value={bells}>
                {bells === "one" ? "one for all stations" : "each station its own"}
              </option>
            ))}
          </select>
        </label>
      )}
      <span className="flex gap-1">
        <Button look="quiet" small onClick={() => move(-1)}>
          {name} earlier
        </Button>
        <Button look="quiet" small onClick={() => move(1)}>
          {name} later
        </Button>
      </span>
    </div>
  );
}
type AllowedProps = {
  name: string;
  title: string;
  range: Schemas["Range"];
  least: number;
  set: (range: Schemas["Range"]) => void;
};

/** What "make it fit" may choose from; left open, it goes by what is written. */
function Allowed({ name, title, range, least, set }: AllowedProps) {
  const [from, to] = range ?? [undefined, undefined];
  return (
    <fieldset className="flex items-end gap-1">
      <legend className="font-semibold text-xs">{title}</legend>
      {range === null ? (
        <Button look="plain" small onClick={() => set(least ? [60, 180] : [15, 60])}>
          as written<span className="sr-only">: set limits for {name}</span>
        </Button>
      ) : (
        <>
          <TimeInput
            label={`${name} at least`}
            field="least"
            value={from ?? 0}
            least={least}
            readOnly={false}
            change={(next) => set([next, Math.max(next, to ?? next)])}
          />
          <span className="pb-1">to</span>
          <TimeInput
            label={`${name} at most`}
            field="most"
            value={to ?? 0}
            least={least}
            readOnly={false}
            change={(next) => set([Math.min(next, from ?? next), next])}
          />
          <Button look="quiet" small onClick={() => set(null)}>
            as written<span className="sr-only">: no limits for {name}</span>
          </Button>
        </>
      )}
    </fieldset>
  );
}
