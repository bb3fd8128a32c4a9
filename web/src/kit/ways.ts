/** How a club writes dates, times and numbers: by its country, as the browser knows it (CLDR through Intl). */
export type Ways = {
  /** In which order day, month and year stand in numbers, and what stands between them. */
  order: "dmy" | "mdy" | "ymd";
  between: string;
  hour12: boolean;
  /** 1 Monday to 7 Sunday. */
  firstDay: number;
  decimal: string;
  locale: string;
};

const PLAIN: Ways = { order: "dmy", between: "/", hour12: false, firstDay: 1, decimal: ".", locale: "en-GB" };
/** Where a week does not begin on Monday, for browsers that do not say so. */
const SUNDAY = new Set("US CA MX BR JP IN IL ZA KR TW HK PH CO PE VE".split(" "));

type WeekInfo = { getWeekInfo?: () => { firstDay: number }; weekInfo?: { firstDay: number } };

/** The ways of a country ("AT"); where none is said, those of the product. */
export function waysOf(country: string | null | undefined): Ways {
  if (!country) return PLAIN;
  const language = new Intl.Locale(`und-${country}`).maximize().language;
  const locale = `${known(language, country)}-u-nu-latn-ca-gregory`;
  const parts = new Intl.DateTimeFormat(locale, { year: "numeric", month: "2-digit", day: "2-digit" }).formatToParts(0);
  const order = parts
    .filter(({ type }) => type === "day" || type === "month" || type === "year")
    .map(({ type }) => type[0])
    .join("");
  const week = new Intl.Locale(`${language}-${country}`) as Intl.Locale & WeekInfo;
  return {
    order: order === "mdy" || order === "ymd" ? order : "dmy",
    between: (parts.find(({ type }) => type === "literal")?.value ?? "/").replace(/[^./-]/g, "") || "/",
    hour12: new Intl.DateTimeFormat(locale, { hour: "numeric" }).resolvedOptions().hour12 ?? false,
    firstDay: (week.getWeekInfo?.() ?? week.weekInfo)?.firstDay ?? (SUNDAY.has(country) ? 7 : 1),
    decimal: new Intl.NumberFormat(locale).formatToParts(1.5).find(({ type }) => type === "decimal")?.value ?? ".",
    locale,
  };
}

/** Where a browser does not know a country's own language: its English, else that of the product; never the device's. */
const known = (language: string, country: string) =>
  [`${language}-${country}`, `en-${country}`].find(
    (each) => Intl.DateTimeFormat.supportedLocalesOf(each).length > 0 && hasRegion(each, country),
  ) ?? PLAIN.locale;

const hasRegion = (locale: string, country: string) =>
  !locale.startsWith("en-") || new Intl.DateTimeFormat(locale).resolvedOptions().locale === `en-${country}`;

let now = PLAIN;

/** From here on everything is written as a country does. */
export const goBy = (country: string | null | undefined) => {
  now = waysOf(country);
};

export const ways = () => now;

const two = (number: number) => String(number).padStart(2, "0");
const PARTS = { d: 2, m: 1, y: 0 } as const;

/** A date (2026-11-24) in numbers: 24.11.2026, 11/24/2026, 2026-11-24. */
export function dateInNumbers(iso: string): string {
  const parts = iso.split("-");
  return [...now.order].map((each) => parts[PARTS[each as "d" | "m" | "y"]]).join(now.between);
}

/** How a date is written here, in letters. */
export const dateShape = () =>
  [...now.order].map((each) => ({ d: "dd", m: "mm", y: "yyyy" })[each as "d" | "m" | "y"]).join(now.between);

/** A date as anybody types it: in the club's order with whatever between, or as 2026-11-24. Undefined where it is none. */
export function readDate(text: string): string | undefined {
  const numbers = text.trim().match(/^(\d{1,4})\D+(\d{1,2})\D+(\d{1,4})\D*$/);
  if (!numbers) return undefined;
  const given = numbers.slice(1) as [string, string, string];
  const order = given[0].length === 4 ? "ymd" : now.order;
  const part = (name: string) => given[order.indexOf(name)] ?? "";
  const year = part("y").length === 2 ? 2000 + Number(part("y")) : Number(part("y"));
  if (part("y").length !== 2 && part("y").length !== 4) return undefined;
  const iso = `${year}-${two(Number(part("m")))}-${two(Number(part("d")))}`;
  const date = new Date(`${iso}T12:00:00Z`);
  return Number.isNaN(date.getTime()) || date.toISOString().slice(0, 10) !== iso ? undefined : iso;
}

/** A time of day (18:30): 18:30, or 6:30 pm. */
export function timeInNumbers(time: string): string {
  const [hours, minutes] = time.split(":").map(Number) as [number, number];
  if (!now.hour12) return `${two(hours)}:${two(minutes)}`;
  return `${hours % 12 || 12}:${two(minutes)} ${hours < 12 ? "am" : "pm"}`;
}

/** A time as anybody types it: 18:30, 18.30, 1830, 6:30 pm, 7. Undefined where it is none. */
export function readTime(text: string): string | undefined {
  const found = /^(\d{1,2})[:.h ]?(\d{2})?\s*([ap])?\.?m?\.?$/i.exec(text.trim());
  if (!found) return undefined;
  const half = found[3]?.toLowerCase();
  const hours = Number(found[1]);
  const minutes = Number(found[2] ?? 0);
  if (half && (hours < 1 || hours > 12)) return undefined;
  const whole = half ? (hours % 12) + (half === "p" ? 12 : 0) : hours;
  return whole > 23 || minutes > 59 ? undefined : `${two(whole)}:${two(minutes)}`;
}

/** A number with so many places after the sign the club uses; or with as many as it has. */
export const decimal = (value: number, places?: number) =>
  (places === undefined ? String(value) : value.toFixed(places)).replace(".", now.decimal);

/** A whole number, its thousands apart. */
export const whole = (value: number) => new Intl.NumberFormat(now.locale).format(Math.round(value));

/** Days of the week from the club's first: [1 Monday … 7]. */
export const week = () => Array.from({ length: 7 }, (_, i) => ((now.firstDay - 1 + i) % 7) + 1);
