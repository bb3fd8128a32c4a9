/** Reckoning with dates as the server tells them: 2026-11-24. */
const DAY = 86_400_000;

/** The date so many days after one, or before it. */
export const daysFrom = (date: string, days: number) =>
  new Date(Date.parse(`${date}T12:00:00Z`) + days * DAY).toISOString().slice(0, 10);

/** The day of the week of a date, 1 Monday to 7. */
export const weekdayOf = (date: string) => new Date(`${date}T12:00:00Z`).getUTCDay() || 7;
