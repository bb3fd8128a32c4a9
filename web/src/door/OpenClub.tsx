import { useState } from "react";
import { CountrySelect, countryHere } from "../kit/CountrySelect";
import { Button, Field, Trouble } from "../kit/parts";
import { AccountFields } from "./AccountFields";
import { useFields } from "./useFields";

type Typed = Record<"club" | "time_zone" | "name" | "email" | "password", string> & { country: string | null };
type Props = {
  server: { lets: string; time_zones: string[] };
  open: (wanted: Typed & { code?: string }) => void;
  busy: boolean;
  error: unknown;
};

/** A club of one's own, with the account of its owner. */
export function OpenClub({ server, open, busy, error }: Props) {
  const begin = { club: "", time_zone: here(server.time_zones), name: "", email: "", password: "", code: "" };
  const { typed, field, elsewhere } = useFields(begin, error);
  const [country, setCountry] = useState(countryHere());
  const { code, ...rest } = typed;
  const wanted = { ...rest, country: country || null };
  const coded = server.lets === "code";
  return (
    <form
      className="grid gap-4"
      aria-label="Open a club of your own"
      onSubmit={(event) => {
        event.preventDefault();
        open(coded ? { ...wanted, code } : wanted);
      }}
    >
      <Field label="Name of the club" maxLength={80} autoFocus {...field("club")} />
      <div>
        <Field label="Time zone" list="time-zones" autoComplete="off" {...field("time_zone")} />
        <datalist id="time-zones">
          {server.time_zones.map((zone) => (
            <option key={zone} value={zone} />
          ))}
        </datalist>
      </div>
      <CountrySelect value={country} set={setCountry} />
      <AccountFields field={field} />
      {coded && <Field label="Code" hint="Whoever keeps this server has it." autoComplete="off" {...field("code")} />}
      {elsewhere ? <Trouble error={elsewhere} /> : null}
      <Button look="main" big type="submit" disabled={busy}>
        {busy ? "Opening …" : "Open the club"}
      </Button>
    </form>
  );
}

/** The time zone of this device, where the server knows it. */
function here(zones: string[]) {
  const zone = Intl.DateTimeFormat().resolvedOptions().timeZone;
  return zones.includes(zone) ? zone : "";
}
