import type { Bout, OpenClass } from "../api/client";
import { PathPicture } from "../bench/PathPicture";
import { Body } from "../kit/Body";
import { FigureLoop } from "../kit/figure/FigureLoop";
import { ShowBody } from "../kit/figure/ShowBody";
import { usePhone } from "../kit/media";
import { clock } from "../kit/time";
import { Wrap } from "../kit/wrap/Wrap";
import { Stations, StretchOn } from "./NowDone";
import { calledLast, due, gone, isFresh, isLeftOut, isOver, isRunning, left, type Ring, share } from "./ring";
import { stretchNow, worked } from "./stretch";
import { lanesInWords } from "./versions";

const KINDS = { work: "Work left", rest: "Rest left", explain: "Explaining, left" };

/** The clock, readable across a hall. */
export function Clock({ ring, now, large = false }: { ring: Ring; now: number; large?: boolean }) {
  const kind = ring.segments[Math.min(ring.at, ring.segments.length - 1)]?.kind ?? "work";
  const resting = kind !== "work";
  const size = large ? "text-[clamp(7rem,27vw,24rem)]" : "text-[clamp(5rem,17.5vw,14.5rem)]";
  const state = isOver(ring) ? "over" : !isRunning(ring) ? (isFresh(ring) ? "ready" : "paused") : resting ? kind : "";
  return (
    <div>
      <p className="flex items-baseline gap-4">
        <span
          role="timer"
          aria-label={KINDS[kind]}
          className={`wide font-extrabold ${size} leading-[0.86] ${resting ? "text-brass-bright" : "text-canvas"}`}
        >
          {clock(Math.ceil(left(ring, now) / 1000))}
        </span>
        <span className="font-bold text-2xl text-brass-bright">{state}</span>
      </p>
      <div className="mt-4 h-4 overflow-hidden rounded-full bg-night-line max-sm:mt-1.5 max-sm:h-2" aria-hidden="true">
        <div className="h-full rounded-full bg-brass-bright" style={{ width: `${share(ring, now) * 100}%` }} />
      </div>
    </div>
  );
}

/** Who does something else beside the group: by the plan's lanes, else what the card says of them. */
function Beside({ opened, round, large }: { opened: OpenClass; round: Bout; large: boolean }) {
  const lanes = lanesInWords(opened, round);
  const look = large ? "mt-2 text-3xl" : "mt-1 text-lg max-sm:mt-0 max-sm:text-sm";
  if (lanes.length > 0)
    return (
      <ul className={look} aria-label="Who does what">
        {lanes.map((lane) => (
          <li key={lane}>{lane}</li>
        ))}
      </ul>
    );
  const said = [
    round.beginners && `Beginners in place: ${round.beginners}`,
    round.ahead && `Who owns it already: ${round.ahead}`,
  ].filter(Boolean);
  return said.length > 0 && <p className={look}>{said.join(". ")}</p>;
}

/** The round, its wrap at large, and how it is called; in a called round the one that was called last. */
export function NowOn({
  opened,
  ring,
  now,
  large = false,
}: {
  opened: OpenClass;
  ring: Ring;
  now: number;
  large?: boolean;
}) {
  const segment = ring.segments[Math.min(ring.at, ring.segments.length - 1)];
  const round = segment && opened.rounds[segment.round];
  const phone = usePhone();
  const called = calledLast(ring, now);
  const at = worked(ring, now);
  const stretch = stretchNow(round?.phases, at);
  const whole = round?.exercise ? opened.exercises?.[round.exercise] : undefined;
  // Of a stretch with an exercise nothing else is drawn; rounds kept from before tell only what is on the shelf.
  const own = stretch?.stretch.exercise ? null : (stretch?.stretch.shown ?? round?.shown);
  const shown = called === undefined ? (own === undefined ? round?.combination_id : own) : called;
  const combination = shown ? opened.combinations[shown] : undefined;
  return (
    <>
      <h1 className="wide mt-2 mb-2 font-extrabold text-2xl max-sm:my-1 max-sm:truncate max-sm:text-xl sm:text-3xl">
        {isOver(ring) ? "That was the last bell" : round?.title}
      </h1>
      {stretch && <StretchOn opened={opened} now={stretch} large={large} />}
      {!stretch && whole && !isOver(ring) && (
        <div className="flex flex-wrap items-center gap-6">
          <Body figures={whole.figures} name={whole.plain} className={large ? "h-56" : "h-28 max-sm:h-16"} light />
          <p className={large ? "text-3xl" : "text-lg max-sm:text-sm"}>{whole.cues.join(" ")}</p>
        </div>
      )}
      {round?.trade && !isOver(ring) && (
        <p className={`font-bold ${large ? "text-4xl" : "mb-2 text-lg max-sm:text-sm"}`}>{round.trade.said}</p>
      )}
      {(round?.feeds?.length ?? 0) > 0 && !isOver(ring) && (
        <p className={large ? "text-3xl" : "text-lg max-sm:text-sm"}>
          <span className="text-night-soft">They show:</span> {round?.feeds.map((feed) => feed.spoken).join(" · ")}
        </p>
      )}
      {round && !isOver(ring) && <Stations opened={opened} stations={round.stations} at={at} large={large} />}
      {combination?.path && !isOver(ring) && (
        <div className={large ? "max-w-xl text-ink" : "max-w-sm text-ink max-sm:max-w-44"}>
          <PathPicture path={combination.path} />
        </div>
      )}
      {combination && !isOver(ring) && (
        <>
          <div className="flex items-stretch gap-6">
            <div className="min-w-0 flex-1">
              <Wrap
                actions={combination.actions}
                setTime={combination.set_time}
                spoken={combination.spoken}
                size={phone || round?.trade || combination.path ? "strip" : "huge"}
              />
            </div>
            {large && !combination.path && (
              <FigureLoop
                notation={combination.notation}
                spoken={combination.spoken}
                sides={opened.holding ? ["striker", "holder"] : undefined}
                className="h-48 w-72 shrink-0 rounded-2xl bg-chalk px-3 py-2 max-sm:hidden"
              />
            )}
          </div>
          {called === undefined && (
            <p className="mt-2 font-bold text-xl max-sm:mt-0.5 max-sm:line-clamp-2 max-sm:text-base max-sm:leading-tight sm:text-2xl">
              {combination.spoken}
            </p>
          )}
          {!large && !phone && !combination.path && (
            <ShowBody notation={combination.notation} spoken={combination.spoken} className="h-52" />
          )}
          {round && <Beside opened={opened} round={round} large={large} />}
        </>
      )}
    </>
  );
}

const SHOWN = ["call", "count", "swap", "side", "phase"];
const LONG = 40; // letters of a text that is read at a smaller size
const STAYS = 4_000; // ms that a count or a change stays to be read; a call stays until the next

/** What is being called or counted now, large enough for who did not hear it; and, where wanted, the next call. */
type HeardProps = { ring: Ring; now: number; ahead?: boolean; large?: boolean };

export function Heard({ ring, now, ahead = false, large = false }: HeardProps) {
  if (!isRunning(ring) || ring.segments[ring.at]?.kind !== "work") return null;
  const begun = now - gone(ring, now);
  const cues = due(ring, begun, begun + left(ring, now) + gone(ring, now)).filter(
    ({ cue, segment }) => segment === ring.at && SHOWN.includes(cue.kind),
  );
  const last = cues.filter(({ at }) => at <= now).at(-1);
  const next = cues.find(({ at, cue }) => at > now && cue.kind === "call");
  const shown = last && (last.cue.kind === "call" || now - last.at < STAYS) ? last.cue : undefined;
  if (!shown && !(ahead && next)) return null;
  return (
    <p
      className="flex min-h-14 flex-wrap items-baseline gap-x-6 rounded-2xl bg-night-raised px-4 py-2 max-sm:min-h-0 max-sm:py-1"
      data-testid="heard"
    >
      {shown && (
        <strong
          className={`wide font-extrabold text-brass-bright ${large ? "text-7xl" : (shown.text ?? "").length > LONG ? "text-lg sm:text-xl" : "text-3xl sm:text-4xl"}`}
        >
          {shown.text}
        </strong>
      )}
      {ahead && next && (
        <span className="text-lg text-night-soft">
          then <strong className="text-canvas">{next.cue.text}</strong>
        </span>
      )}
    </p>
  );
}

export function NextUp({ opened, ring }: { opened: OpenClass; ring: Ring }) {
  const segment = ring.segments[ring.at];
  const following = ring.segments.find(
    ({ kind, round }, i) => i > ring.at && kind === "work" && round !== segment?.round && !isLeftOut(ring, i),
  );
  const next = following && opened.rounds[following.round];
  if (!segment) return null;
  return (
    <p className="mt-3 text-lg text-night-soft max-sm:mt-1 max-sm:truncate max-sm:text-sm" data-testid="next">
      {next ? (
        <>
          Next: <strong className="text-canvas">{next.title}</strong> · {next.block} · {clock(next.work_s)}
        </>
      ) : (
        "The last one"
      )}
    </p>
  );
}
