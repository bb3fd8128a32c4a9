import { useState } from "react";
import { Refusal, type Schemas } from "../api/client";
import { Button, Field, Trouble } from "./parts";

type Wanted = Schemas["Opening"];
const AT = ["club", "time_zone", "name", "email", "password", "code"] as const;

type Props = {
  asks: { lets: string; time_zones: string[] };
  open: (wanted: Wanted) => void;
  busy: boolean;
  error: unknown;
};

/** A club of one's own, with the account of its owner. */
export function OpenClub({ asks, open, busy, error }: Props) {
  const [wanted, setWanted] = useState<Wanted>({
    club: "",
    time_zone: hereAndNow(asks.time_zones),
    name: "",
    email: "",
    password: "",
  });
  const problem = (field: (typeof AT)[number]) => (error instanceof Refusal ? error.for(field) : undefined);
  const elsewhere = error && !AT.some(problem) ? error : null;
  const field = (name: (typeof AT)[number]) => ({
    required: true,
    value: wanted[name] ?? "",
    problem: problem(name),
    onChange: (event: { target: { value: string } }) => setWanted({ ...wanted, [name]: event.target.value }),
  });
  return (
    <form
      className="grid gap-4"
      aria-label="Open a club of your own"
      onSubmit={(event) => {
        event.preventDefault();
        open(wanted);
      }}
    >
      <Field label="Name of the club" maxLength={80} autoFocus {...field("club")} />
      <div>
        <Field label="Time zone" list="time-zones" autoComplete="off" {...field("time_zone")} />
        <datalist id="time-zones">
          {asks.time_zones.map((zone) => (
            <option key={zone} value={zone} />
          ))}
        </datalist>
      </div>
      <Field label="Your name" autoComplete="name" maxLength={80} {...field("name")} />
      <Field label="Email" type="email" autoComplete="username" maxLength={200} {...field("email")} />
      <Field
        label="Password"
        type="password"
        autoComplete="new-password"
        minLength={10}
        maxLength={200}
        hint="At least 10 characters."
        {...field("password")}
      />
      {asks.lets === "code" && (
        <Field label="Code" hint="Whoever keeps this server has it." autoComplete="off" {...field("code")} />
      )}
      {elsewhere ? <Trouble error={elsewhere} /> : null}
      <Button look="main" big type="submit" disabled={busy}>
        {busy ? "Opening …" : "Open the club"}
      </Button>
    </form>
  );
}

/** The time zone of this device, where the server knows it. */
function hereAndNow(zones: string[]) {
  const here = Intl.DateTimeFormat().resolvedOptions().timeZone;
  return zones.includes(here) ? here : "";
}
