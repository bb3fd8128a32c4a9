import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, data } from "../api/client";
import { useOutbox } from "./device";
import { Button, Field, Trouble } from "./parts";
import { signedIn } from "./signedOut";

/** The door of the club. */
export function SignIn() {
  const client = useQueryClient();
  const { ofOthers } = useOutbox();
  const [login, setLogin] = useState("");
  const [password, setPassword] = useState("");
  const signIn = useMutation({
    mutationFn: () => data(api.POST("/api/account/login", { body: { login, password } })),
    onSuccess: () => {
      signedIn();
      client.removeQueries({ predicate: ({ queryKey }) => queryKey[0] !== "session" }); // nothing of whoever was here before
      void client.invalidateQueries();
    },
  });
  return (
    <main className="mx-auto flex min-h-dvh max-w-md flex-col justify-center px-5 pb-24">
      <div className="mb-6 flex items-center gap-4">
        <img src="/bell.svg" alt="" className="h-20 w-18" />
        <div>
          <h1 className="wide font-extrabold text-4xl leading-tight">Jaunty Bell</h1>
          <p className="text-ink-soft">Combinations, rounds, classes, and what each student really did.</p>
        </div>
      </div>
      <div className="ropes mb-6 rounded" aria-hidden="true" />
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          signIn.mutate();
        }}
      >
        <Field
          label="Email"
          type="email"
          autoComplete="username"
          autoFocus
          required
          value={login}
          onChange={(event) => setLogin(event.target.value)}
        />
        <Field
          label="Password"
          type="password"
          autoComplete="current-password"
          required
          value={password}
          onChange={(event) => setPassword(event.target.value)}
        />
        {signIn.error && <Trouble error={signIn.error} />}
        {ofOthers > 0 && (
          <p role="status" className="border-brass border-l-4 pl-2.5 text-sm">
            {ofOthers === 1 ? "1 thing waits" : `${ofOthers} things wait`} on this device to be sent, until whoever
            tapped {ofOthers === 1 ? "it" : "them"} signs in again.
          </p>
        )}
        <Button look="main" big type="submit" disabled={signIn.isPending}>
          {signIn.isPending ? "Signing in …" : "Ring in"}
        </Button>
      </form>
    </main>
  );
}
