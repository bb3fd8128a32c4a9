import type { Schemas } from "../api/client";

type Figure = Schemas["Exercise"]["figures"][number];
type Props = { figures: Figure[]; name: string; className?: string; light?: boolean };

const MARGIN = 7; // hundredths of the body's height
const BETWEEN = 14;
// The far side first, so that the near one lies over it: trunk, arm, other arm, leg, other leg.
const ORDER = [2, 4, 0, 1, 3];

/** An exercise as one or two bodies drawn with lines, wrapped like a hand: the far arm and leg thinner than the near ones. */
export function Body({ figures, name, className = "h-16", light = false }: Props) {
  if (figures.length === 0) return null;
  const boxes = figures.map(box);
  const height = Math.max(...boxes.map((each) => each.top)) + 2 * MARGIN;
  const starts = boxes.map((_, i) => boxes.slice(0, i).reduce((sum, each) => sum + each.width + BETWEEN, 0));
  const width = (starts.at(-1) ?? 0) + (boxes.at(-1)?.width ?? 0) + 2 * MARGIN;
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={name || "drawn beside its name"}
      aria-hidden={name === ""}
      className={className}
    >
      <line
        x1={0}
        x2={width}
        y1={height - MARGIN + 3}
        y2={height - MARGIN + 3}
        className={light ? "stroke-night-line" : "stroke-seam"}
        strokeWidth={2}
      />
      {figures.map((figure, i) => {
        const { left } = boxes[i] as Box;
        const at = ([x, y]: number[]) =>
          `${(x as number) - left + (starts[i] as number) + MARGIN},${height - MARGIN - (y as number)}`;
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: an exercise's figures keep their order.
          <g key={i} fill="none" strokeLinecap="round" strokeLinejoin="round">
            {ORDER.map((part) => {
              const line = figure.lines[part];
              const near = part !== 2 && part !== 4;
              return (
                line && (
                  <polyline
                    key={part}
                    points={line.map(at).join(" ")}
                    strokeWidth={part === 0 ? 7 : near ? 5 : 3.5}
                    className={look(light, near)}
                  />
                )
              );
            })}
            <circle
              cx={at(figure.head).split(",")[0]}
              cy={at(figure.head).split(",")[1]}
              r={6}
              strokeWidth={3}
              className={`${look(light, true)} ${light ? "fill-night" : "fill-chalk"}`}
            />
          </g>
        );
      })}
    </svg>
  );
}

const look = (light: boolean, near: boolean) =>
  light ? (near ? "stroke-canvas" : "stroke-night-soft") : near ? "stroke-ink" : "stroke-ink-soft";

type Box = { left: number; width: number; top: number };

function box({ lines, head }: Figure): Box {
  const points = lines.flat();
  const xs = [...points.map(([x]) => x as number), (head[0] as number) - 6, (head[0] as number) + 6];
  const left = Math.min(...xs);
  const top = Math.max(...points.map(([, y]) => y as number), (head[1] as number) + 6);
  return { left, width: Math.max(...xs) - left, top };
}
