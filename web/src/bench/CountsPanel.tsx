import type { Analysis, Schemas } from "../api/client";
import { decimal } from "../kit/ways";
import { count } from "../kit/words";

type Props = { reading: Analysis; pace?: Schemas["Pace"] | null; gaps?: number };

/** What one set asks: left and right, levels, limbs, and the time it takes at the tempo that is shown. */
export function CountsPanel({ reading, pace, gaps = 0 }: Props) {
  const { counts } = reading;
  const level = counts.by_level;
  return (
    <section
      aria-label="One set"
      className="grid grid-cols-2 content-start gap-x-3 gap-y-2 rounded-xl border-[1.5px] border-seam bg-chalk px-3 py-2.5"
    >
      <Hands left={counts.by_hand.left ?? 0} right={counts.by_hand.right ?? 0} />
      <Group
        title="by level"
        rows={[
          ["head", level.head ?? 0],
          ["body", level.body ?? 0],
          ["leg", level.leg ?? 0],
        ]}
      />
      <Group title="by limb" rows={Object.entries(counts.by_limb).filter(([, n]) => n > 0)} />
      <div className="text-sm">
        <p className="text-ink-soft">one set</p>
        <p className="wide font-extrabold text-2xl">{decimal((pace ?? reading).set_time, 2)} s</p>
        {pace && <p className="text-ink-soft">at {Math.round(pace.tempo * 10) / 10} beats a min</p>}
        <p className="text-ink-soft">
          {count(reading.beats, "beat")} · {count(counts.actions - gaps, "action")}
        </p>
      </div>
      {gaps > 0 && (
        <p className="col-span-2 font-semibold text-rear text-sm">without the {gaps === 1 ? "gap" : "gaps"}</p>
      )}
    </section>
  );
}

function Hands({ left, right }: { left: number; right: number }) {
  return (
    <div className="text-sm">
      <p className="text-ink-soft">hands</p>
      <p className="flex gap-5">
        <span>
          <strong className="wide block font-extrabold text-2xl">{left}</strong>left
        </span>
        <span>
          <strong className="wide block font-extrabold text-2xl">{right}</strong>right
        </span>
      </p>
    </div>
  );
}

function Group({ title, rows }: { title: string; rows: [string, number][] }) {
  return (
    <div className="text-sm">
      <p className="text-ink-soft">{title}</p>
      <dl className="grid w-fit grid-cols-[auto_auto] gap-x-3">
        {rows.map(([name, n]) => (
          <div key={name} className="contents">
            <dt>{name}</dt>
            <dd className="text-right font-bold">{n}</dd>
          </div>
        ))}
      </dl>
    </div>
  );
}
