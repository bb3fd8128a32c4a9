import type { ComponentProps } from "react";
import { Field } from "../kit/parts";

type Props = { field: (name: "name" | "email" | "password") => Partial<ComponentProps<typeof Field>> };

/** Whose account it is to be. */
export function AccountFields({ field }: Props) {
  return (
    <>
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
    </>
  );
}
