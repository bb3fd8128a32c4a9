import type { Schemas } from "../../api/client";

type Heard = Schemas["StudentWork"]["hearts"][number];

const WIDTH = 640;
const HEIGHT = 130;
const FOOT = 18; // for the numbers of the rounds
const GAP = 6; // between two rounds
const ZONES = [0.5, 0.6, 0.7, 0.8, 0.9]; // of the most, as Edwards' zones begin

/** Beats over the rounds of one class, each round a stretch as long as it was; the lines are the zones of the heart's most. */
export function HeartChart({ heard }: { heard: Heard }) {
  const rounds = heard.rounds.filter((round) => round.beats.some((beat) => beat !== null));
  const points = rounds.reduce((sum, round) => sum + round.beats.length, 0);
  if (points === 0) return null;
  const step = (WIDTH - 34 - GAP * (rounds.length - 1)) / points;
  const height = (beat: number) => HEIGHT - ((beat - heard.rest) / (heard.most - heard.rest)) * (HEIGHT - 8);
  const starts = rounds.map(
    (_, i) => 34 + i * GAP + step * rounds.slice(0, i).reduce((sum, one) => sum + one.beats.length, 0),
  );
  const label = `Beats a minute: ${rounds.map((round) => `${round.title}, ${range(round.beats)}`).join("; ")}.`;
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT + FOOT}`} className="my-1 w-full" role="img" aria-label={label}>
      <title>{label}</title>
      {ZONES.map((zone) => Math.round(zone * heard.most))
        .filter((beat) => beat > heard.rest)
        .map((beat) => (
          <g key={beat}>
            <path d={`M34 ${height(beat)}H${WIDTH}`} stroke="var(--color-seam)" />
            <text x="28" y={height(beat) + 4} textAnchor="end" className="fill-ink-soft text-[11px] max-sm:text-[18px]">
              {beat}
            </text>
          </g>
        ))}
      {rounds.map((round, i) => (
        <g key={round.round}>
          <rect
            x={starts[i]}
            y="0"
            width={Math.max(step * round.beats.length, 1)}
            height={HEIGHT}
            fill="var(--color-canvas)"
            opacity="0.55"
          />
          {pieces(round.beats).map(([from, beats]) => (
            <polyline
              key={from}
              points={beats.map((beat, k) => `${(starts[i] ?? 0) + (from + k + 0.5) * step},${height(beat)}`).join(" ")}
              fill="none"
              stroke="var(--color-rear)"
              strokeWidth="2"
              strokeLinejoin="round"
            />
          ))}
          <text
            x={(starts[i] ?? 0) + (step * round.beats.length) / 2}
            y={HEIGHT + 14}
            textAnchor="middle"
            className="fill-ink-soft text-[11px] max-sm:text-[18px]"
          >
            {round.round}
          </text>
        </g>
      ))}
    </svg>
  );
}

const range = (beats: (number | null)[]) => {
  const heard = beats.filter((beat) => beat !== null);
  return `${Math.min(...heard)} to ${Math.max(...heard)}`;
};

/** Stretches without a gap: where nothing was heard the line is broken. [first point, its beats] */
function pieces(beats: (number | null)[]): [number, number[]][] {
  const found: [number, number[]][] = [];
  beats.forEach((beat, i) => {
    if (beat === null) return;
    const last = found.at(-1);
    if (last && last[0] + last[1].length === i) last[1].push(beat);
    else found.push([i, [beat]]);
  });
  return found;
}
