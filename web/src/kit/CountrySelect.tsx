import { LabelledSelect } from "./LabelledSelect";

const LETTERS = "ABCDEFGHIJKLMNOPQRSTUVWXYZ";
/** What the browser names besides countries: groups of them, and codes kept free. */
const NONE = new Set(["EU", "EZ", "UN", "XA", "XB", "ZZ", "QO", "UK", "FX", "DD", "SU", "YU", "CS", "TP", "ZR", "BU"]);

/** Every country, by its name as the browser knows it. */
const countries = () => {
  const names = new Intl.DisplayNames("en", { type: "region", fallback: "none" });
  return [...LETTERS]
    .flatMap((one) => [...LETTERS].map((two) => one + two))
    .filter((code) => !NONE.has(code))
    .flatMap((code) => {
      const name = names.of(code);
      return name ? [{ code, name }] : [];
    })
    .sort((one, two) => one.name.localeCompare(two.name));
};

/** The country this device is set to, if it says so. */
export const countryHere = () => new Intl.Locale(navigator.language).region ?? "";

type Props = { value: string; set: (country: string) => void; disabled?: boolean };

/** The country of a club: how dates and numbers are written, and which public holidays there are. */
export function CountrySelect({ value, set, disabled }: Props) {
  return (
    <LabelledSelect label="Country" value={value} set={set} disabled={disabled}>
      <option value="">not said</option>
      {countries().map(({ code, name }) => (
        <option key={code} value={code}>
          {name}
        </option>
      ))}
    </LabelledSelect>
  );
}
