import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useLocation, useNavigate } from "react-router";
import { api, data, type Schemas } from "../api/client";
import { Button } from "../kit/parts";
import { asks } from "../kit/queries";
import { signedIn, signOut } from "../kit/signedOut";
import { Forgot } from "./Forgot";
import { Halfway, InForm } from "./InForm";
import { Letters } from "./Letters";
import { OpenClub } from "./OpenClub";
import { TakeInvitation } from "./TakeInvitation";

/** What is asked at the door itself, and while it closes. */
const DOOR = new Set<unknown>(["session", "openings", "invited", "told", "letters"]);
type Way = "in" | "open" | "invited" | "forgot";

/** The door of the club. `halfway` in, a code is waited for besides the password. */
export function SignIn({ halfway }: { halfway: boolean }) {
  const client = useQueryClient();
  const go = useNavigate();
  const { hash, pathname } = useLocation();
  const server = useQuery(asks.openings()).data;
  const given = new URLSearchParams(hash.slice(1));
  const [code, reset] = [given.get("invited") ?? "", given.get("reset") ?? ""];
  const [asked, setAsked] = useState<Way>();
  const mayOpen = server !== undefined && server.lets !== "nobody";
  const way = asked ?? (code ? "invited" : reset ? "forgot" : server?.empty && mayOpen ? "open" : "in");
  const come = (who: { login: string; password: string }) => data(api.POST("/api/account/login", { body: who }));
  const again = () => client.invalidateQueries({ queryKey: asks.session().queryKey });
  const came = (to?: string) => {
    signedIn();
    client.removeQueries({ predicate: ({ queryKey }) => !DOOR.has(queryKey[0]) }); // nothing of whoever was here before
    if (to || code || reset) go(to ?? "/", { replace: true }); // a code does not stay in the address
    void again();
  };
  // An account is made, then whoever made it comes in.
  const made = async (account: Promise<{ email: string }>, password: string) =>
    come({ login: (await account).email, password });
  const open = useMutation({
    mutationFn: (body: Schemas["Opening"]) => made(data(api.POST("/api/openings", { body })), body.password),
    onSuccess: () => came("/walk"),
  });
  const take = useMutation({
    mutationFn: (body: Schemas["Taking"]) => made(data(api.POST("/api/crew/accounts", { body })), body.password),
    onSuccess: () => came(),
  });
  if (pathname === "/letters") return <Letters />;
  const ways: [Way, string][] = [
    ["in", "I have an account: sign in"],
    ["forgot", "Forgot it?"],
    ["open", "Open a club of your own"],
    ["invited", "I was invited: I have a code"],
  ];
  const offered = ways.filter(
    ([to]) => to !== way && (to !== "open" || mayOpen) && (!server?.empty || (to !== "invited" && to !== "forgot")),
  );
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
      {halfway ? (
        <Halfway onSuccess={() => came()} leave={() => void signOut().then(again)} />
      ) : (
        <>
          {way === "open" && server && (
            <OpenClub server={server} open={open.mutate} busy={open.isPending} error={open.error} />
          )}
          {way === "invited" && (
            <TakeInvitation key={code} code={code} take={take.mutate} busy={take.isPending} error={take.error} />
          )}
          {way === "forgot" && server && (
            <Forgot key={reset} code={reset} server={server} come={come} onSuccess={() => came()} />
          )}
          {way === "in" && <InForm come={come} onSuccess={() => came()} />}
          <div className="mt-4 grid">
            {offered.map(([to, said]) => (
              <Button key={to} look="quiet" onClick={() => setAsked(to)}>
                {said}
              </Button>
            ))}
          </div>
        </>
      )}
    </main>
  );
}
