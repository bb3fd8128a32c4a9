import { useQuery } from "@tanstack/react-query";
import { useDeferredValue } from "react";
import type { Schemas } from "../api/client";
import { Button, Field, Trouble } from "../kit/parts";
import { asks } from "../kit/queries";
import { AccountFields } from "./AccountFields";
import { useFields } from "./useFields";

const LETTERS = 12; // of a code

type Props = { code: string; take: (wanted: Schemas["Taking"]) => void; busy: boolean; error: unknown };

/** An account in a club for whoever was invited by a code. */
export function TakeInvitation({ code, take, busy, error }: Props) {
  const { typed, field, elsewhere } = useFields({ code, name: "", email: "", password: "" }, error);
  const whole = useDeferredValue(typed.code.replace(/[^a-z0-9]/gi, "").toUpperCase());
  const invited = useQuery({ ...asks.invited(whole), enabled: whole.length === LETTERS, retry: false });
  return (
    <form
      className="grid gap-4"
      aria-label="Take an invitation"
      onSubmit={(event) => {
        event.preventDefault();
        take(typed);
      }}
    >
      <Field label="Code" autoComplete="off" autoFocus={!code} maxLength={40} {...field("code")} />
      {invited.data && (
        <p role="status" className="border-brass border-l-4 pl-2.5">
          {invited.data.club} asks you in as {invited.data.role === "assistant" ? "an assistant" : "a coach"}.
        </p>
      )}
      {invited.error && <Trouble error={invited.error} />}
      <AccountFields field={field} />
      <p className="text-ink-soft text-sm">
        You have an account on this server already? Give its email and password: the club is added to what you have.
      </p>
      {elsewhere ? <Trouble error={elsewhere} /> : null}
      <Button look="main" big type="submit" disabled={busy}>
        {busy ? "Coming in …" : "Come in"}
      </Button>
    </form>
  );
}
