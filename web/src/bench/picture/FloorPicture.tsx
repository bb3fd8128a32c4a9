import { useEffect, useState } from "react";
import type { Analysis } from "../../api/client";
import { TEMPO } from "../../api/known";
import { useKeysOf } from "../../kit/placeKeys";
import type { Judging } from "../useAnalysis";
import { Control } from "./Control";
import { FIRST_SEEN, FigurePicture, SeenFrom, useFigure } from "./FigurePicture";
import { TakeAway } from "./TakeAway";
import { boundsOf, type Foot, type Frame, frameAt, pictureAt } from "./tween";

type Props = {
  reading: Analysis;
  notation: string;
  judging: Judging;
  bpm: number;
  select: (index: number | null) => void;
};

/**
 * The whole body, and beside it the floor from above: feet, weight, hip and the driving line; stepped with the arrow
 * keys, played at tempo with space.
 */
export function FloorPicture({ reading, notation, judging, bpm, select }: Props) {
  const { frames } = reading;
  const [seconds, setSeconds] = useState(0);
  const [playing, setPlaying] = useState(false);
  const [seen, setSeen] = useState(FIRST_SEEN);
  const [pace, setPace] = useState({ slow: false, again: false });
  const figure = useFigure(notation, judging);
  const southpaw = judging.stance === "southpaw";
  const faster = bpm / TEMPO; // than the figure's own time
  const end = frames.at(-1)?.at ?? 0;
  const at = frameAt(frames, seconds);
  const index = frames[at]?.index ?? null;
  const now = index === null ? undefined : reading.actions[index];

  // biome-ignore lint/correctness/useExhaustiveDependencies: a changed combination begins again at its guard
  useEffect(() => {
    setSeconds(0);
    setPlaying(false);
  }, [reading.canonical]);
  useEffect(() => select(seconds > 0 ? index : null), [index, seconds, select]);
  usePlaying(playing && end > 0, pace, end, setSeconds, () => setPlaying(false));

  const stops = frames
    .map((frame, i) => ({ frame, i }))
    .filter(({ frame, i }) => i === 0 || frame.phase !== "set" || i === frames.length - 1);
  const step = (by: number) => {
    setPlaying(false);
    const here = stops.findLastIndex(({ i }) => i <= at);
    setSeconds(stops[Math.min(stops.length - 1, Math.max(0, here + by))]?.frame.at ?? 0);
  };
  const toggle = () => {
    if (!playing && seconds >= end) setSeconds(0);
    setPlaying(!playing);
  };
  useKeysOf("The floor picture", [
    { keys: "ArrowRight", does: "one action on", run: () => step(1) },
    { keys: "ArrowLeft", does: "one action back", run: () => step(-1) },
    { keys: " ", does: "play and stop", run: toggle },
  ]);

  if (frames.length === 0) return null;
  const picture = pictureAt(frames, seconds);
  return (
    <figure className="relative flex h-60 flex-col max-sm:h-auto gap-1 rounded-xl border-[1.5px] border-seam bg-chalk px-3 pt-2 pb-2">
      <div className="flex min-h-0 flex-1 gap-3 max-sm:flex-col">
        <div className="flex min-h-0 min-w-0 flex-1 max-sm:h-56 max-sm:flex-none">
          {figure && (
            <FigurePicture figure={figure} southpaw={southpaw} seconds={seconds * faster} seen={seen} see={setSeen} />
          )}
        </div>
        <div className="flex min-h-0 min-w-0 flex-1 flex-col max-sm:h-44 max-sm:flex-none">
          <figcaption className="text-[13px] leading-snug" aria-live={playing ? "off" : "polite"}>
            <Caption picture={frames[at] as Frame} reading={reading} /> · {Math.round(bpm)} a minute; a picture, no
            measurement
          </figcaption>
          <Floor picture={picture} frames={frames} />
        </div>
      </div>
      <div className="flex flex-wrap items-center gap-1.5 text-ink-soft text-xs">
        <Control label="one action back" sign="←" press={() => step(-1)} />
        <Control label="one action on" sign="→" press={() => step(1)} />
        <Control label={playing ? "stop" : "play"} sign={playing ? "stop" : "play"} press={toggle} />
        {(["slow", "again"] as const).map((name) => (
          <Control
            key={name}
            label={name}
            sign={name}
            pressed={pace[name]}
            press={() => setPace({ ...pace, [name]: !pace[name] })}
          />
        ))}
        <SeenFrom seen={seen} see={setSeen} />
        {figure && (
          <TakeAway
            figure={figure}
            notation={notation}
            judging={judging}
            seen={seen}
            pace={faster}
            action={now?.by === "self" && now.family !== "pause" ? (index ?? undefined) : undefined}
          />
        )}
      </div>
    </figure>
  );
}

/** Of tempo, for whoever wants to see how. */
const SLOWER = 0.3;

/** Runs the clock while it plays; where motion is unwelcome it goes from keyframe to keyframe. */
function usePlaying(
  playing: boolean,
  { slow, again }: { slow: boolean; again: boolean },
  end: number,
  setSeconds: (change: (now: number) => number) => void,
  stop: () => void,
) {
  // biome-ignore lint/correctness/useExhaustiveDependencies: stop and setSeconds only pass the news on
  useEffect(() => {
    if (!playing) return;
    const still = window.matchMedia("(prefers-reduced-motion: reduce)").matches;
    let last = performance.now();
    let frame = 0;
    const tick = (now: number) => {
      const by = ((now - last) / 1000) * (slow ? SLOWER : 1);
      if (!still || by > 0.35) {
        last = now;
        setSeconds((before) => {
          if (before + by < end) return before + by;
          if (again) return 0;
          stop();
          return end;
        });
      }
      frame = requestAnimationFrame(tick);
    };
    frame = requestAnimationFrame(tick);
    return () => cancelAnimationFrame(frame);
  }, [playing, end, slow, again]);
}

const WOUND: Record<string, string> = { none: "spent", half: "half wound", full: "wound" };

function Caption({ picture, reading }: { picture: Frame; reading: Analysis }) {
  const action = picture.index === null ? undefined : reading.actions[picture.index];
  return (
    <>
      <strong>{action ? action.spoken : "in guard"}</strong> · weight {Math.round(picture.weight)} % on the lead foot ·
      lead side {WOUND[picture.wound.lead]}, rear side {WOUND[picture.wound.rear]} · {picture.band} range
      {picture.drive && ` · driven from the ${picture.drive.foot} foot`}
    </>
  );
}

function Floor({ picture, frames }: { picture: Frame; frames: Frame[] }) {
  const [left, top, width, height] = boundsOf(frames);
  return (
    <svg viewBox={`${left} ${top} ${width} ${height}`} className="min-h-0 w-full flex-1 basis-0" aria-hidden="true">
      <Target picture={picture} />
      {(["lead", "rear"] as const).map((side) => (
        <Sole
          key={side}
          foot={picture.feet[side]}
          rear={side === "rear"}
          weight={side === "lead" ? picture.weight : 100 - picture.weight}
        />
      ))}
      <Body picture={picture} />
    </svg>
  );
}

const SOLE = "M-13 0c0-5.5 4-7 9-6.2c5 .8 8-.4 12-.2c5 .2 8 3 8 6.6c0 4-4 6.4-9 6.2c-4-.2-6-1.4-11-.6c-5 .8-9-1-9-5.8z";

function Sole({ foot, rear, weight }: { foot: Foot; rear: boolean; weight: number }) {
  const colour = rear ? "var(--color-rear)" : "var(--color-lead)";
  return (
    <g transform={`translate(${foot.x} ${-foot.y})`}>
      {!foot.lifted && <circle r={5 + weight * 0.17} fill={colour} opacity="0.13" />}
      <path
        d={SOLE}
        transform={`rotate(${-foot.angle}) scale(${rear ? "1.15 -1.15" : "1.15"})`}
        fill={rear ? colour : "var(--color-chalk)"}
        stroke={colour}
        strokeWidth="2.4"
        strokeDasharray={foot.lifted ? "4 3" : undefined}
        opacity={foot.lifted ? 0.85 : 1}
      />
    </g>
  );
}

/** The hip with the line of its shoulders, and the driving line from the floor through the hip to what strikes. */
function Body({ picture }: { picture: Frame }) {
  const [x = 0, y = 0] = picture.hip;
  const end = limbEnd(picture);
  const foot = picture.drive && picture.feet[picture.drive.foot === "rear" ? "rear" : "lead"];
  const rear = picture.drive?.limb.startsWith("rear");
  return (
    <g>
      {foot && end && (
        <path
          d={`M${foot.x} ${-foot.y}Q${x} ${-y} ${x + (end.x - x) * 0.12} ${-(y + (end.y - y) * 0.12)}L${end.x} ${-end.y}`}
          fill="none"
          stroke="var(--color-brass)"
          strokeWidth="4.5"
          strokeLinecap="round"
          strokeLinejoin="round"
        />
      )}
      <g transform={`translate(${x} ${-y}) rotate(${-picture.facing})`}>
        <circle r="11" fill="var(--color-chalk)" stroke="var(--color-ink)" strokeWidth="2" />
        <path d="M0 -8v16M0 0h7" stroke="var(--color-ink)" strokeWidth="2" />
      </g>
      {end && picture.drive?.limb.endsWith("hand") && (
        <rect
          x={-9}
          y={-6}
          width="18"
          height="12"
          rx="5"
          transform={`translate(${end.x} ${-end.y}) rotate(${-picture.facing})`}
          fill={rear ? "var(--color-rear)" : "var(--color-chalk)"}
          stroke={rear ? "var(--color-rear)" : "var(--color-lead)"}
          strokeWidth="2.4"
        />
      )}
    </g>
  );
}

/** Where the striking limb ends: the lifted foot, or the fist short of the target. */
function limbEnd(picture: Frame): { x: number; y: number } | undefined {
  if (!picture.drive) return undefined;
  const side = picture.drive.limb.startsWith("rear") ? "rear" : "lead";
  if (picture.drive.limb.endsWith("leg")) return picture.feet[side];
  const [x = 0, y = 0] = picture.hip;
  const [tx = 0, ty = 0] = picture.target;
  const length = Math.hypot(tx - x, ty - y) || 1;
  const share = (length - 26) / length;
  return { x: x + (tx - x) * share, y: y + (ty - y) * share };
}

const BANDS = [
  { name: "long", from: 117.5 },
  { name: "mid", from: 85 },
  { name: "close", from: 40 },
];

/** The target and, in front of it, where long, mid and close range lie. */
function Target({ picture }: { picture: Frame }) {
  const [x = 0, y = 0] = picture.target;
  return (
    <g transform={`translate(${x} ${-y}) rotate(${-picture.facing})`}>
      {BANDS.map((band) => (
        <g key={band.name}>
          <path
            d={`M${-band.from} -46V46`}
            stroke="var(--color-seam)"
            strokeWidth="1.2"
            strokeDasharray={band.name === picture.band ? undefined : "3 4"}
          />
          <text
            x={-band.from - 4}
            y="-34"
            fontSize="9"
            textAnchor="end"
            fill={band.name === picture.band ? "var(--color-ink)" : "var(--color-ink-soft)"}
            fontWeight={band.name === picture.band ? 700 : 400}
          >
            {band.name}
          </text>
        </g>
      ))}
      <rect
        x="-16"
        y="-22"
        width="34"
        height="44"
        rx="15"
        fill="var(--color-sole)"
        stroke="var(--color-seam)"
        strokeWidth="2"
      />
    </g>
  );
}
