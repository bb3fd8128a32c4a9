import { type Figure, told } from "../figures";
import { Told } from "../where";

const MAIN = ["acute_7", "chronic_28", "ratio", "week_change", "monotony", "strain"];

/** The load figures; each can be asked where it comes from. */
export function Figures({ figures }: { figures: Figure[] }) {
  const main = figures.filter((figure) => MAIN.includes(figure.name));
  const others = figures.filter((figure) => !MAIN.includes(figure.name));
  return (
    <section aria-label="Load figures" className="rounded-2xl border-[1.5px] border-seam bg-chalk p-4">
      <h2 className="wide mb-2 font-extrabold text-lg">What the load says</h2>
      <Grid figures={main} />
      <p className="mt-2 text-ink-soft text-xs">
        Ratios are context, not prophecy: their use for predicting injury is disputed.
      </p>
      <Notes figures={main} />
      <details className="mt-2 text-sm">
        <summary className="cursor-pointer font-semibold">Other ways to weigh it</summary>
        <div className="mt-2">
          <Grid figures={others} />
          <Notes figures={others} />
        </div>
      </details>
    </section>
  );
}

/** What to bear in mind when reading them. */
export function Notes({ figures }: { figures: Figure[] }) {
  return figures
    .filter((figure) => figure.note)
    .map((figure) => (
      <p key={figure.name} className="mt-1 text-ink-soft text-xs">
        <strong className="font-semibold">{told(figure).title}:</strong> {figure.note}.
      </p>
    ));
}

function Grid({ figures }: { figures: Figure[] }) {
  return (
    <div className="grid grid-cols-2 items-start gap-2 sm:grid-cols-3">
      {figures.map((figure) => (
        <Told key={figure.name} figure={figure} />
      ))}
    </div>
  );
}
