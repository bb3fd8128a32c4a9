import type { Plan, Programme, Settings } from "./programme";

/** Whether a plan is due: there is none yet, a class came since, or what is wanted has changed. */
export function planDue({ meetings, plan, proposed, classes_since }: Programme, running: boolean): boolean {
  if (running || meetings.every((meeting) => meeting.past)) return false;
  const latest = proposed ?? plan;
  return !latest || latest.stale || (!proposed && classes_since > 0);
}

/** The classes that are still to come in the week that is next. */
export function toCome({ meetings }: Programme) {
  const next = meetings.find((meeting) => !meeting.past);
  return meetings.filter((meeting) => !meeting.past && meeting.week === next?.week);
}

/** What is wanted with a place of a plan pinned to another class, at the rung it had; a bar on that day goes. */
export function pinned(settings: Settings, plan: Plan | null, combination: string, from: string, to: string): Settings {
  const place = plan?.classes
    .find((each) => each.on === from)
    ?.places.find((each) => each.combination_id === combination);
  return {
    ...settings,
    never: settings.never.filter((each) => each.combination_id !== combination || each.on !== to),
    pins: [
      ...settings.pins.filter((each) => each.combination_id !== combination || (each.on !== from && each.on !== to)),
      { combination_id: combination, on: to, rung: place?.rung ?? null },
    ],
  };
}
