type Props = { rope: number[][]; minutes: number };

const WIDTH = 300;
const HEIGHT = 26;

/** The class as a rope in small: rounds are lengths of rope, rests are gaps, thickness is effort, up to its post. */
export function RopeInSmall({ rope, minutes }: Props) {
  if (rope.length === 0) return null;
  const end = Math.max(minutes * 60, rope.at(-1)?.[1] ?? 0);
  const x = (seconds: number) => (seconds / end) * (WIDTH - 6);
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      preserveAspectRatio="none"
      className="my-1 block h-6.5 w-full"
      aria-hidden="true"
      focusable="false"
    >
      <path d={`M0 ${HEIGHT / 2}H${x(end)}`} stroke="var(--color-brass)" strokeDasharray="2 4" />
      {rope.map(([bell = 0, stop = 0, effort = 0]) => {
        const thick = 5 + effort * 1.9;
        return (
          <rect
            key={bell}
            x={x(bell)}
            y={(HEIGHT - thick) / 2}
            width={Math.max(x(stop) - x(bell) - 0.8, 1)}
            height={thick}
            rx="2"
            fill="var(--color-rope)"
            stroke="var(--color-brass)"
            strokeWidth="0.8"
          />
        );
      })}
      <rect x={x(minutes * 60)} y="2" width="4" height={HEIGHT - 4} rx="1.5" fill="var(--color-ink)" />
    </svg>
  );
}
