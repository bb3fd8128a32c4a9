import type { Schemas } from "../api/client";
import { count } from "../kit/words";

type Path = Schemas["Path"];
const MARGIN = 45; // cm
const LEAST = 90; // cm across, so that a short path is not drawn huge

/** Where the feet go, from above: ahead is up. Cones stand where it turns; the other way about is dashed. */
export function PathPicture({ path, both = false }: { path: Path; both?: boolean }) {
  const drawn = both ? [...path.points, ...path.mirrored] : path.points;
  const [xs, ys] = [drawn.map(([x]) => x as number), drawn.map(([, y]) => y as number)];
  const middle = [(Math.min(...xs) + Math.max(...xs)) / 2, (Math.min(...ys) + Math.max(...ys)) / 2] as const;
  const size = Math.max(Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys), LEAST) + 2 * MARGIN;
  // x ahead is up on the page, y to the left is left.
  const at = ([x, y]: number[]): [number, number] => [
    size / 2 - ((y as number) - middle[1]),
    size / 2 - ((x as number) - middle[0]),
  ];
  const line = (points: number[][]) => points.map((point) => at(point).join(",")).join(" ");
  const start = at(path.points[0] as number[]);
  const end = at(path.points.at(-1) as number[]);
  const said = [
    path.shape && `a ${path.shape}`,
    `${Math.round(path.length)} cm of steps`,
    `${count(path.corners.length, "cone")}`,
  ].filter(Boolean);
  return (
    <figure className="rounded-2xl border-[1.5px] border-seam bg-chalk p-2" data-testid="path">
      <svg
        viewBox={`0 0 ${size} ${size}`}
        role="img"
        aria-label={`The path: ${said.join(", ")}`}
        className="mx-auto max-h-56"
      >
        {both && (
          <polyline
            points={line(path.mirrored)}
            fill="none"
            className="stroke-rear"
            strokeWidth={size / 120}
            strokeDasharray={`${size / 40} ${size / 40}`}
          />
        )}
        <polyline
          points={line(path.points)}
          fill="none"
          className="stroke-step"
          strokeWidth={size / 70}
          strokeLinejoin="round"
          strokeLinecap="round"
        />
        {path.feet.map(({ lead, rear }, i) => {
          const [one, two] = [at(lead), at(rear)];
          return (
            // biome-ignore lint/suspicious/noArrayIndexKey: steps keep their order.
            <g key={i} className={i === 0 || i === path.feet.length - 1 ? "opacity-100" : "opacity-25"}>
              <ellipse cx={one[0]} cy={one[1]} rx={7} ry={13} className="fill-chalk stroke-lead" strokeWidth={3} />
              <ellipse cx={two[0]} cy={two[1]} rx={7} ry={13} className="fill-rear" />
            </g>
          );
        })}
        {path.corners.map((corner) => {
          const [x, y] = at(corner);
          return (
            <path
              key={corner.join()}
              d={`M${x - 8} ${y + 7}L${x} ${y - 9}L${x + 8} ${y + 7}Z`}
              className="fill-brass"
            />
          );
        })}
        <text x={start[0] + 16} y={start[1] + 5} fontSize={size / 18} className="fill-ink">
          begin
        </text>
        {Math.hypot(end[0] - start[0], end[1] - start[1]) > 10 && (
          <text x={end[0] + 16} y={end[1] + 5} fontSize={size / 18} className="fill-ink">
            end
          </text>
        )}
      </svg>
      <figcaption className="px-1 text-sm">
        <p className="font-semibold">{said.join(" · ")}</p>
        {path.findings.map((finding) => (
          <p key={finding.reason} className={finding.rule === "ends" ? "text-ink-soft" : ""}>
            {finding.reason}
          </p>
        ))}
      </figcaption>
    </figure>
  );
}
