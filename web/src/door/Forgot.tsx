import { useMutation, useQuery } from "@tanstack/react-query";
import { useDeferredValue, useState } from "react";
import { Link } from "react-router";
import { api, data } from "../api/client";
import { Button, Field, Trouble } from "../kit/parts";
import { asks } from "../kit/queries";
import { useFields } from "./useFields";

const LETTERS = 12; // of a code

type Props = {
  code: string;
  server: { mail: boolean; letters: boolean };
  come: (who: { login: string; password: string }) => Promise<unknown>;
  onSuccess: () => void;
};

/** A way back in: a letter with a code where this server sends mail, and a new password by a code that one has. */
export function Forgot({ code, server, come, onSuccess }: Props) {
  const [has, setHas] = useState(code !== "" || !server.mail);
  return has ? (
    <>
      {!server.mail && (
        <p className="mb-4 text-sm">
          This server sends no mail. An owner of your club makes you a code, under "People" in the school; or whoever
          keeps this server, with bin/club reset.
        </p>
      )}
      <NewPassword code={code} come={come} onSuccess={onSuccess} />
    </>
  ) : (
    <AskByMail letters={server.letters} has={() => setHas(true)} />
  );
}

function AskByMail({ letters, has }: { letters: boolean; has: () => void }) {
  const [email, setEmail] = useState("");
  const ask = useMutation({ mutationFn: () => data(api.POST("/api/resets", { body: { email } })) });
  return (
    <form
      className="grid gap-4"
      aria-label="A new password by mail"
      onSubmit={(event) => {
        event.preventDefault();
        ask.mutate();
      }}
    >
      <Field
        label="Your email"
        type="email"
        autoComplete="username"
        autoFocus
        required
        value={email}
        onChange={(event) => setEmail(event.target.value)}
      />
      {ask.error && <Trouble error={ask.error} />}
      {ask.isSuccess && (
        <p role="status" className="border-brass border-l-4 pl-2.5 text-sm">
          If there is an account of {email} here, a letter is on its way. It stands for an hour. None has come? An owner
          of your club can make you a code instead.
        </p>
      )}
      {letters && (
        <p className="text-sm">
          This server delivers its letters to nobody; they are{" "}
          <Link to="/letters" className="font-semibold underline">
            shown on a page
          </Link>
          .
        </p>
      )}
      <Button look="main" big type="submit" disabled={ask.isPending}>
        Send me a code
      </Button>
      <Button look="quiet" onClick={has}>
        I have a code
      </Button>
    </form>
  );
}

function NewPassword({ code, come, onSuccess }: Pick<Props, "code" | "come" | "onSuccess">) {
  const set = useMutation({
    mutationFn: async (typed: { code: string; password: string }) => {
      const { email } = await data(api.POST("/api/resets/password", { body: typed }));
      return come({ login: email, password: typed.password });
    },
    onSuccess,
  });
  const { typed, field, elsewhere } = useFields({ code, password: "" }, set.error);
  const whole = useDeferredValue(typed.code.replace(/[^a-z0-9]/gi, "").toUpperCase());
  const told = useQuery({ ...asks.told(whole), enabled: whole.length === LETTERS && !set.isSuccess, retry: false });
  return (
    <form
      className="grid gap-4"
      aria-label="A new password"
      onSubmit={(event) => {
        event.preventDefault();
        set.mutate(typed);
      }}
    >
      <Field label="Code" autoComplete="off" autoFocus={!code} maxLength={40} {...field("code")} />
      {told.data && (
        <p role="status" className="border-brass border-l-4 pl-2.5">
          A new password for {told.data.email}.
        </p>
      )}
      {told.error && <Trouble error={told.error} />}
      <Field
        label="New password"
        type="password"
        autoComplete="new-password"
        autoFocus={code !== ""}
        minLength={10}
        maxLength={200}
        hint="At least 10 characters."
        {...field("password")}
      />
      {elsewhere ? <Trouble error={elsewhere} /> : null}
      <Button look="main" big type="submit" disabled={set.isPending}>
        Keep it and come in
      </Button>
    </form>
  );
}
