import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, data, type Schemas } from "../api/client";
import { useOutbox } from "./device";
import { OpenClub } from "./OpenClub";
import { Button, Field, Trouble } from "./parts";
import { asks } from "./queries";
import { signedIn } from "./signedOut";

/** The door of the club. */
export function SignIn() {
  const client = useQueryClient();
  const { ofOthers } = useOutbox();
  const [login, setLogin] = useState("");
  const [password, setPassword] = useState("");
  const server = useQuery(asks.openings()).data;
  const [asked, setAsked] = useState<boolean>();
  const mayOpen = server !== undefined && server.lets !== "nobody";
  const opening = mayOpen && (asked ?? server.empty);
  const come = (who: { login: string; password: string }) => data(api.POST("/api/account/login", { body: who }));
  const onSuccess = () => {
    signedIn();
    client.removeQueries({ predicate: ({ queryKey }) => queryKey[0] !== "session" }); // nothing of whoever was here before
    void client.invalidateQueries();
  };
  const signIn = useMutation({ mutationFn: () => come({ login, password }), onSuccess });
  const open = useMutation({
    mutationFn: async (wanted: Schemas["Opening"]) => {
      const { email } = await data(api.POST("/api/openings", { body: wanted }));
      return come({ login: email, password: wanted.password });
    },
    onSuccess,
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
      {server?.demo && (
        <p className="mb-4 border-brass border-l-4 pl-2.5 text-sm">
          This server shows a demo club: everybody in it is invented, and its password is known.
        </p>
      )}
      {server?.empty && !mayOpen && (
        <p className="mb-4">There is no club here yet: whoever keeps this server opens one with bin/club new.</p>
      )}
      {opening ? (
        <OpenClub asks={server} open={open.mutate} busy={open.isPending} error={open.error} />
      ) : (
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
      )}
      {mayOpen && !server.empty && (
        <Button look="quiet" className="mt-4" onClick={() => setAsked(!opening)}>
          {opening ? "I have an account: sign in" : "Open a club of your own"}
        </Button>
      )}
    </main>
  );
}
