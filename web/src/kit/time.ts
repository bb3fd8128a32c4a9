import { ways } from "./ways";
import { count } from "./words";
/** Seconds as a coach writes them: 3:00, 0:45, 1:02:30. */
export function clock(seconds: number): string {
  const whole = Math.max(0, Math.round(seconds));
  const s = String(whole % 60).padStart(2, "0");
  const minutes = Math.floor(whole / 60);
  if (minutes < 60) return `${minutes}:${s}`;
  return `${Math.floor(minutes / 60)}:${String(minutes % 60).padStart(2, "0")}:${s}`;
}

/** Seconds in words: "3 min 20 s". */
export function spoken(seconds: number): string {
  const whole = Math.abs(Math.round(seconds));
  const parts = [
    whole >= 60 ? `${Math.floor(whole / 60)} min` : "",
    whole % 60 || whole === 0 ? `${whole % 60} s` : "",
  ];
  return parts.filter(Boolean).join(" ");
}

/** Seconds from "3:00", "180" or "45 s"; undefined where it is neither. */
export function seconds(text: string): number | undefined {
  const found = /^\s*(?:(\d+):([0-5]?\d)|(\d+)\s*s?)\s*$/.exec(text);
  if (!found) return undefined;
  return found[3] !== undefined ? Number(found[3]) : Number(found[1]) * 60 + Number(found[2]);
}

/** Words are English; their order, and whether a day has twice twelve hours, are the club's. */
const day = (zone: string, options: Intl.DateTimeFormatOptions) =>
  new Intl.DateTimeFormat(ways().order === "mdy" ? "en-US" : "en-GB", {
    timeZone: zone,
    ...options,
    ...(options.hour && { hourCycle: ways().hour12 ? "h12" : "h23" }),
  });

/** Without the commas that only some orders have. */
const bare = (text: string) => text.replaceAll(",", "");

/** An instant in the club's own time: "Tue 18:30". */
export function dayAndTime(iso: string, zone: string): string {
  return bare(day(zone, { weekday: "short", hour: hour(), minute: "2-digit" }).format(new Date(iso)));
}

const hour = () => (ways().hour12 ? "numeric" : "2-digit");

export function timeOfDay(iso: string, zone: string): string {
  return day(zone, { hour: hour(), minute: "2-digit" }).format(new Date(iso));
}

/** A date as "Tue 24 Nov". */
export function shortDate(date: string): string {
  return bare(day("UTC", { weekday: "short", day: "numeric", month: "short" }).format(new Date(`${date}T12:00:00Z`)));
}

export function dayAndMonth(date: string): string {
  return day("UTC", { day: "numeric", month: "short" }).format(new Date(`${date}T12:00:00Z`));
}

/** A date in full: "Tuesday 24 November 2026". */
export function longDate(date: string): string {
  return bare(
    day("UTC", { weekday: "long", day: "numeric", month: "long", year: "numeric" }).format(
      new Date(`${date}T12:00:00Z`),
    ),
  );
}

export function monthAndYear(date: string): string {
  return day("UTC", { month: "long", year: "numeric" }).format(new Date(`${date}T12:00:00Z`));
}

/** A day of the week by its number, 1 Monday to 7: the first of June 2026 is a Monday. */
export function weekdayName(number: number, length: "long" | "short" = "long"): string {
  return day("UTC", { weekday: length }).format(new Date(Date.UTC(2026, 5, number, 12)));
}

/** How far off an instant is: "in 2 h 10", "now". */
export function fromNow(iso: string, now: number): string {
  const minutes = Math.round((new Date(iso).getTime() - now) / 60_000);
  if (minutes <= 0) return "now";
  if (minutes < 60) return `in ${minutes} min`;
  if (minutes < 24 * 60) return `in ${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, "0")}`;
  return `in ${count(Math.round(minutes / 1440), "day")}`;
}

/** The day of an instant in the club's own time, as 2026-11-25: what is told of a class belongs to the class's day, whenever it is told. */
export function dayOf(iso: string, zone: string): string {
  return new Intl.DateTimeFormat("sv-SE", { timeZone: zone }).format(new Date(iso));
}
