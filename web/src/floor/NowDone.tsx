import type { Bout, OpenClass } from "../api/client";
import { Body } from "../kit/Body";
import { clock } from "../kit/time";
import { onAndOff, type StretchNow, stretchNow } from "./stretch";

type Size = { large: boolean };

/** What is on within a round: the exercise or stretch, drawn and large, how long it takes, and what comes next. */
export function StretchOn({ opened, now, large }: { opened: OpenClass; now: StretchNow } & Size) {
  const { stretch, next, left, other } = now;
  const exercise = stretch.exercise ? opened.exercises?.[stretch.exercise] : undefined;
  return (
    <div className="flex flex-wrap items-center gap-x-8 gap-y-1" data-testid="stretch">
      {exercise && (
        <Body figures={exercise.figures} name={exercise.plain} className={large ? "h-56" : "h-28 max-sm:h-16"} light />
      )}
      <div className="min-w-0">
        <p className={`wide font-extrabold ${large ? "text-7xl" : "text-4xl max-sm:text-2xl"}`}>
          {stretch.burst ? "All out" : stretch.name}
          {stretch.sides && <span className="text-night-soft"> {other ? "other side" : "left"}</span>}{" "}
          <span className="text-brass-bright tabular-nums">{clock(Math.ceil(left / 1_000))}</span>
        </p>
        {exercise && (
          <p className={large ? "text-3xl" : "text-lg max-sm:text-sm"}>
            {(large ? exercise.cues : exercise.cues.slice(0, 1)).join(" ")}
          </p>
        )}
        {next && (
          <p className={`text-night-soft ${large ? "text-3xl" : "text-lg max-sm:text-sm"}`}>
            then <strong className="text-canvas">{next.burst ? "all out" : next.name}</strong>
          </p>
        )}
      </div>
    </div>
  );
}

type StationsProps = { opened: OpenClass; stations: Bout["stations"]; at: number | undefined } & Size;

/** The stations of a circuit; each that keeps its own time says whether it is on or off. */
export function Stations({ opened, stations, at, large }: StationsProps) {
  if (!stations?.length) return null;
  return (
    <ol
      aria-label="Stations"
      className={`mt-2 grid gap-2 ${large ? "grid-cols-2 text-2xl xl:grid-cols-3" : "grid-cols-2 text-base sm:grid-cols-3"}`}
    >
      {stations.map((station, i) => {
        const own =
          at !== undefined && station.on_s && station.off_s ? onAndOff(station.on_s, station.off_s, at) : undefined;
        const stretch = stretchNow(station.phases, at);
        const exercise = opened.exercises?.[stretch?.stretch.exercise ?? station.exercise ?? ""];
        return (
          <li
            // biome-ignore lint/suspicious/noArrayIndexKey: stations stand in their order.
            key={i}
            className="flex items-center gap-2 rounded-xl bg-night-raised px-3 py-1.5"
          >
            <span className="font-extrabold text-brass-bright">{i + 1}</span>
            {exercise && <Body figures={exercise.figures} name="" className="h-10 max-sm:hidden" light />}
            <span className="min-w-0 flex-1 truncate font-bold">{stretch ? stretch.stretch.name : station.title}</span>
            {own && (
              <span className={`font-bold tabular-nums ${own.on ? "text-brass-bright" : "text-night-soft"}`}>
                {own.on ? "on" : "off"} {Math.ceil(own.left / 1_000)}
              </span>
            )}
          </li>
        );
      })}
    </ol>
  );
}
