import { Field } from "./parts";

type Props = { label: string; value: string; set: (password: string) => void; required?: boolean };

/** The password somebody has now, asked for once more before something of the account changes. */
export function PasswordField({ label, value, set, required }: Props) {
  return (
    <Field
      label={label}
      type="password"
      autoComplete="current-password"
      required={required}
      value={value}
      onChange={(event) => set(event.target.value)}
    />
  );
}
