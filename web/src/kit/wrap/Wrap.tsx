import { useId } from "react";
import type { Drawn } from "../../api/client";
import { useWidth } from "../width";
import { layOut, type Place, type Row } from "./layout";
import { COLOURS, MarkShape } from "./shapes";

type Cloth = { actions: Drawn[]; setTime: number; spoken: string };
type Sizes = { half: number; leastBeat: number; labels: boolean; inRows?: Sizes };

const SIZES = {
  large: { half: 88, leastBeat: 62, labels: true, inRows: { half: 58, leastBeat: 40, labels: true } },
  huge: { half: 86, leastBeat: 56, labels: false },
  part: { half: 34, leastBeat: 0, labels: true },
  line: { half: 15, leastBeat: 0, labels: false },
  strip: { half: 26, leastBeat: 0, labels: false },
} satisfies Record<string, Sizes>;

/** Room under the band for labels of one or two lines, and for a third. */
const UNDER = 44;
const THIRD_LINE = 12;

/**
 * A combination drawn as an unrolled hand wrap: time runs along the band to scale, the lead side above the seam and the
 * rear side below it, head far from the seam and leg at its edge; a thread from action to action shows the link.
 */
export function Wrap({
  actions,
  setTime,
  spoken,
  size,
  selected,
}: Cloth & { size: keyof typeof SIZES; selected?: number | null }) {
  const [ref, width] = useWidth(size === "strip" || size === "line" ? 180 : 700);
  const wanted: Sizes = SIZES[size];
  const one = layOut(actions, setTime, width, wanted);
  const sizes = one.length > 1 && wanted.inRows ? wanted.inRows : wanted;
  const rows = sizes === wanted ? one : layOut(actions, setTime, width, sizes);
  return (
    <div ref={ref} className="w-full">
      <div role="img" aria-label={spoken ? `Wrap: ${spoken}` : "An empty wrap"}>
        {rows.map((row, r) => (
          <Band key={row.places[0]?.index ?? r} row={row} first={r === 0} sizes={sizes} selected={selected} />
        ))}
        {rows.length === 0 && <Band row={{ places: [], width, continues: false }} first sizes={sizes} />}
      </div>
    </div>
  );
}

function Band({ row, first, sizes, selected }: { row: Row; first: boolean; sizes: Sizes; selected?: number | null }) {
  const weave = useId();
  const { half, labels } = sizes;
  const partner = row.places.some((place) => place.action.by === "partner");
  const top = -half - 2;
  const height = 2 * half + 4 + (labels ? UNDER + (crowded(row) ? THIRD_LINE : 0) : 0) + (partner ? half * 0.5 : 0);
  const k = markScale(row, half);
  return (
    <svg
      viewBox={`0 ${top} ${row.width} ${height}`}
      width={row.width}
      height={height}
      className="block max-w-full overflow-visible"
      aria-hidden="true"
      focusable="false"
    >
      <defs>
        <pattern id={weave} width="6" height="6" patternUnits="userSpaceOnUse">
          <rect width="6" height="6" fill="var(--color-cloth)" />
          <path d="M0 1.5h6M0 4.5h6M1.5 0v6M4.5 0v6" stroke="var(--color-weave)" strokeWidth="0.8" />
        </pattern>
      </defs>
      <path d={outline(row.width, half)} fill={`url(#${weave})`} stroke="var(--color-seam)" strokeWidth="1.5" />
      <path d={`M2 0H${row.width - 8}`} stroke="var(--color-stitch)" strokeWidth="2" strokeDasharray="8 6" />
      {labels && first && <SideNames half={half} />}
      {row.places.slice(1).map((place, i) => (
        <Thread key={place.index} from={row.places[i] as Place} to={place} wide={half > 60} />
      ))}
      {labels && row.places.map((place) => <Stance key={place.index} place={place} half={half} />)}
      {row.places.map((place) => (
        <Placed key={place.index} place={place} k={k} half={half} selected={place.index === selected} />
      ))}
      {labels && <Labels row={row} half={half} partner={partner} />}
    </svg>
  );
}

/** Marks shrink where beats are close together, so that neighbours stay apart. */
function markScale(row: Row, half: number): number {
  const gaps = row.places.slice(1).map((place, i) => place.x - (row.places[i]?.x ?? 0));
  const least = Math.min(...gaps, 1000);
  return Math.max(0.16, Math.min(half > 60 ? half / 104 : half / 66, least / 52, 1.1));
}

function outline(width: number, half: number): string {
  const edge = width - 8;
  const teeth = 10;
  const step = (2 * half) / teeth;
  const torn = Array.from(
    { length: teeth },
    (_, i) => `L${edge + (i % 2 === 0 ? 6 : 0)} ${-half + step * (i + 1)}`,
  ).join("");
  return `M9 ${-half}H${edge}${torn}H9a8 8 0 0 1 -8 -8V${-half + 8}a8 8 0 0 1 8 -8z`;
}

function SideNames({ half }: { half: number }) {
  return (
    <g fontSize="12" fontWeight="700">
      <text x="10" y={-half + 18} fill={COLOURS.lead}>
        lead
      </text>
      <text x="10" y={half - 9} fill={COLOURS.rear}>
        rear
      </text>
    </g>
  );
}

/** The feet have changed: from here on the other stance. */
function Stance({ place, half }: { place: Place; half: number }) {
  const { stance } = place.action;
  if (!stance) return null;
  return (
    <g>
      <path d={`M${place.from} ${-half}V${half}`} stroke="var(--color-step)" strokeWidth="1.5" strokeDasharray="1 5" />
      <rect x={place.from + 3} y="-20" width="92" height="17" rx="4" fill="var(--color-cloth-light)" />
      <text x={place.from + 8} y="-7" fontSize="12" fontWeight="700" fill={COLOURS.step}>
        now {stance}
      </text>
    </g>
  );
}

/** What could not be read: a hole in the cloth. */
function Gap({ place, half, k }: { place: Place; half: number; k: number }) {
  const r = Math.max(10, 26 * k);
  return (
    <rect
      x={place.x - r}
      y={-half * 0.8}
      width={2 * r}
      height={half * 1.6}
      rx="6"
      fill="var(--color-chalk)"
      stroke="var(--color-rear)"
      strokeWidth="1.5"
      strokeDasharray="5 4"
    />
  );
}

function Placed({ place, k, half, selected }: { place: Place; k: number; half: number; selected: boolean }) {
  const { action, x, y, pin } = place;
  if (action.gap !== null) return <Gap place={place} half={half} k={k} />;
  return (
    <g>
      {selected && <circle cx={x} cy={y} r={36 * k} fill="none" stroke="var(--color-brass)" strokeWidth="3" />}
      {action.family !== "defence" && action.family !== "step" && (
        <circle cx={x} cy={y} r={27 * k} fill="var(--color-cloth-light)" opacity="0.9" />
      )}
      {pin && action.place.pin && (
        <g>
          <path d={`M${x} ${y}L${pin.x} ${pin.y}`} stroke="var(--color-ink)" strokeWidth="1.5" />
          <g transform={`translate(${pin.x} ${pin.y}) scale(${k})`}>
            <MarkShape mark={action.place.pin.mark} />
          </g>
          <circle cx={x} cy={(y + pin.y) / 2} r={3.5 * Math.max(k, 0.5)} fill="var(--color-ink)" />
        </g>
      )}
      <g transform={`translate(${x} ${y}) scale(${k})`}>
        <MarkShape mark={action.place.mark} />
      </g>
    </g>
  );
}

/** The link from one action to the next: whole, slack where it is weak, cut where it is a fault. */
function Thread({ from, to, wide }: { from: Place; to: Place; wide: boolean }) {
  const { thread } = to.action.place;
  if (thread === null) return null;
  const reach = (to.x - from.x) * 0.5;
  const curve = (sag: number) =>
    `M${from.x} ${from.y}C${from.x + reach} ${from.y + sag} ${to.x - reach} ${to.y + sag} ${to.x} ${to.y}`;
  if (thread === "slack") {
    return (
      <path
        d={curve(wide ? 34 : 9)}
        fill="none"
        stroke="var(--color-brass)"
        strokeWidth={wide ? 2.5 : 1.5}
        strokeDasharray="2 5"
        strokeLinecap="round"
      />
    );
  }
  if (thread === "cut") {
    const [x, y] = [(from.x + to.x) / 2, (from.y + to.y) / 2];
    const r = wide ? 7 : 3;
    return (
      <g fill="none" stroke="var(--color-rear)" strokeWidth={wide ? 2.5 : 1.5}>
        <path d={curve(0)} pathLength="100" strokeDasharray="36 28 36" />
        <path d={`M${x - r} ${y - r}l${2 * r} ${2 * r}M${x + r} ${y - r}l${-2 * r} ${2 * r}`} />
      </g>
    );
  }
  return <path d={curve(0)} fill="none" stroke="var(--color-thread)" strokeWidth={wide ? 1.8 : 1.2} />;
}

function Labels({ row, half, partner }: { row: Row; half: number; partner: boolean }) {
  const y = half + (partner ? half * 0.5 : 0);
  return (
    <g fontSize="15" fontWeight="700" fill="var(--color-ink)" textAnchor="middle">
      {row.places.map((place) => (
        <g key={place.index}>
          <path d={`M${place.x} ${y + 4}v7`} stroke="var(--color-tick)" strokeWidth="1.5" />
          <Label place={place} y={y + 27} words={lines(place, row)} />
        </g>
      ))}
    </g>
  );
}

/** What is written under an action; what is done with it is drawn, not written. */
const labelOf = (action: Drawn) =>
  action.gap ?? (action.by === "partner" ? `[${action.label}]` : (action.label.split(" with ")[0] as string));

/** A label's lines, broken where it would run into its neighbours. */
function lines(place: Place, row: Row): string[] {
  const text = labelOf(place.action);
  return text.length * 8 > roomFor(row, place) ? text.split(" ") : [text];
}

const crowded = (row: Row) => row.places.some((place) => lines(place, row).length > 2);

/** The width a label may take before it runs into its neighbours. */
function roomFor(row: Row, place: Place): number {
  const at = row.places.indexOf(place);
  const before = place.x - (row.places[at - 1]?.x ?? -place.x);
  const after = (row.places[at + 1]?.x ?? 2 * row.width - place.x) - place.x;
  return Math.min(before, after);
}

function labelColour(action: Drawn) {
  if (action.gap !== null) return COLOURS.rear;
  return action.by === "partner" ? COLOURS.partner : undefined;
}

function Label({ place, y, words }: { place: Place; y: number; words: string[] }) {
  const { action } = place;
  return (
    <text fill={labelColour(action)} fontSize={words.length > 1 ? 12 : 15}>
      {words.map((word, i) => (
        <tspan key={word} x={place.x} y={y - (words.length > 1 ? 5 : 0) + i * 12.5}>
          {word}
        </tspan>
      ))}
    </text>
  );
}
