import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useLocation, useNavigate } from "react-router";
import { api, data, type Schemas } from "../api/client";
import { useOutbox } from "../kit/device";
import { Button, Field, Trouble } from "../kit/parts";
import { asks } from "../kit/queries";
import { signedIn } from "../kit/signedOut";
import { OpenClub } from "./OpenClub";
import { TakeInvitation } from "./TakeInvitation";

/** What is asked at the door itself, and while it closes. */
const DOOR = new Set<unknown>(["session", "openings", "invited"]);

/** The door of the club. */
export function SignIn() {
  const client = useQueryClient();
  const go = useNavigate();
  const { ofOthers } = useOutbox();
  const [login, setLogin] = useState("");
  const [password, setPassword] = useState("");
  const server = useQuery(asks.openings()).data;
  const code = new URLSearchParams(useLocation().hash.slice(1)).get("invited") ?? "";
  const [asked, setAsked] = useState<"in" | "open" | "invited">();
  const mayOpen = server !== undefined && server.lets !== "nobody";
  const way = asked ?? (code ? "invited" : server?.empty && mayOpen ? "open" : "in");
  const come = (who: { login: string; password: string }) => data(api.POST("/api/account/login", { body: who }));
  const onSuccess = () => {
    signedIn();
    client.removeQueries({ predicate: ({ queryKey }) => !DOOR.has(queryKey[0]) }); // nothing of whoever was here before
    void client.invalidateQueries({ queryKey: asks.session().queryKey });
    if (code) go("/", { replace: true }); // it does not stay in the address
  };
  const signIn = useMutation({ mutationFn: () => come({ login, password }), onSuccess });
  // An account is made, then whoever made it comes in.
  const made = async (account: Promise<{ email: string }>, password: string) =>
    come({ login: (await account).email, password });
  const open = useMutation({
    mutationFn: (body: Schemas["Opening"]) => made(data(api.POST("/api/openings", { body })), body.password),
    onSuccess,
  });
  const take = useMutation({
    mutationFn: (body: Schemas["Taking"]) => made(data(api.POST("/api/crew/accounts", { body })), body.password),
    onSuccess,
  });
  const ways = [
    ...(way === "in" ? [] : [["in", "I have an account: sign in"] as const]),
    ...(way === "open" || !mayOpen ? [] : [["open", "Open a club of your own"] as const]),
    ...(way === "invited" || server?.empty ? [] : [["invited", "I was invited: I have a code"] as const]),
  ];
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
      {way === "open" && server && (
        <OpenClub server={server} open={open.mutate} busy={open.isPending} error={open.error} />
      )}
      {way === "invited" && (
        <TakeInvitation key={code} code={code} take={take.mutate} busy={take.isPending} error={take.error} />
      )}
      {way === "in" && (
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
      <div className="mt-4 grid">
        {ways.map(([to, said]) => (
          <Button key={to} look="quiet" onClick={() => setAsked(to)}>
            {said}
          </Button>
        ))}
      </div>
    </main>
  );
}
