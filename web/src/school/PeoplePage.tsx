import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, data, type Schemas } from "../api/client";
import { Box } from "../kit/Box";
import { newId } from "../kit/ids";
import { Button, Trouble, Waiting } from "../kit/parts";
import { asks } from "../kit/queries";
import { useClub } from "../kit/session";
import { dayOf, shortDate } from "../kit/time";

type Crew = Schemas["Crew"];
type Account = Crew["accounts"][number];
type Invitation = { role: string; ends_at: string; code: string };
const ROLES = ["owner", "coach", "assistant"] as const;

/** Who works in the club: roles, invitations, accounts closed and opened again, ways back in. */
export function PeoplePage() {
  const client = useQueryClient();
  const crew = useQuery(asks.crew());
  const [made, setMade] = useState<Invitation>();
  const put = (next: Crew) => client.setQueryData(asks.crew().queryKey, next);
  const change = useMutation({
    mutationFn: ({ id, ...body }: { id: number; role?: Account["role"]; closed?: boolean }) =>
      data(api.PUT("/api/crew/accounts/{number}", { params: { path: { number: String(id) } }, body })),
    onSuccess: (next) => {
      put(next);
      void client.invalidateQueries({ queryKey: asks.session().queryKey });
    },
  });
  const invite = useMutation({
    mutationFn: (role: "coach" | "assistant") =>
      data(api.POST("/api/crew/invitations", { body: { id: newId(), role } })),
    onSuccess: (told) => {
      setMade(told);
      void client.invalidateQueries({ queryKey: asks.crew().queryKey });
    },
  });
  const takeBack = useMutation({
    mutationFn: (id: string) => data(api.DELETE("/api/crew/invitations/{id}", { params: { path: { id } } })),
    onSuccess: put,
  });
  const [code, setCode] = useState<{ name: string; code: string }>();
  const reset = useMutation({
    mutationFn: ({ id }: Account) =>
      data(api.POST("/api/crew/accounts/{number}/reset", { params: { path: { number: String(id) } }, body: {} })),
    onSuccess: (told, { name }) => setCode({ name, code: told.code }),
  });
  const error = reset.error ?? crew.error ?? change.error ?? invite.error ?? takeBack.error;
  return (
    <Box title="Who works here">
      {error && <Trouble error={error} />}
      {!crew.data && !crew.error && <Waiting what="who works here" />}
      <ul className="grid gap-1">
        {crew.data?.accounts.map((account) => (
          <Line
            key={account.id}
            account={account}
            me={account.id === crew.data.me}
            reset={() => reset.mutate(account)}
            change={(facts) => change.mutate({ id: account.id, ...facts })}
          />
        ))}
      </ul>
      {code && (
        <div role="status" className="rounded-xl border-[1.5px] border-brass p-3">
          <p className="text-sm">
            {code.name} types this under "Forgot it?" where one signs in, within a day, and chooses a password; it ends
            their second factor too. Shown this once:
          </p>
          <p className="wide font-extrabold text-2xl tracking-wide">{code.code}</p>
        </div>
      )}
      <h3 className="wide mt-2 font-bold">Invite</h3>
      <div className="mt-1 flex flex-wrap gap-2">
        <Button onClick={() => invite.mutate("coach")}>A coach</Button>
        <Button onClick={() => invite.mutate("assistant")}>An assistant</Button>
      </div>
      {made && <Told invitation={made} />}
      <ul className="mt-3 grid gap-1 text-sm">
        {crew.data?.invitations.map((each) => (
          <Standing key={each.id} invitation={each} takeBack={() => takeBack.mutate(each.id)} />
        ))}
      </ul>
      <p className="mt-3 text-ink-soft text-sm">
        Assistants run classes and look; coaches plan and keep; owners do all of it and choose who works here. A name
        stays on what somebody wrote.
      </p>
    </Box>
  );
}

type LineProps = {
  account: Account;
  me: boolean;
  reset: () => void;
  change: (facts: { role?: Account["role"]; closed?: boolean }) => void;
};

function Line({ account, me, change, reset }: LineProps) {
  return (
    <li className="flex flex-wrap items-center gap-2 border-seam/60 border-t py-1.5 first:border-t-0">
      <span className={`min-w-40 flex-1 leading-tight ${account.closed ? "text-ink-soft" : ""}`}>
        <strong>{account.name}</strong>
        {me && " (you)"}
        <span className="block break-all text-ink-soft text-sm">
          {account.email}
          {account.closed && ", closed"}
        </span>
      </span>
      <select
        aria-label={`Role of ${account.name}`}
        value={account.role}
        disabled={account.closed}
        onChange={(event) => change({ role: event.target.value as Account["role"] })}
        className="rounded-lg border-[1.5px] border-seam bg-chalk px-2 py-1.5 text-sm"
      >
        {ROLES.map((role) => (
          <option key={role}>{role}</option>
        ))}
      </select>
      {!me && !account.closed && (
        <Button small aria-label={`A new password for ${account.name}`} onClick={reset}>
          New password
        </Button>
      )}
      {!me && (
        <Button
          small
          aria-label={`${account.closed ? "Open again the" : "Close"} account of ${account.name}`}
          onClick={() => change({ closed: !account.closed })}
        >
          {account.closed ? "Open again" : "Close account"}
        </Button>
      )}
    </li>
  );
}

/** An invitation just made: its code is told this once. */
function Told({ invitation }: { invitation: Invitation }) {
  const link = `${window.location.origin}/#invited=${invitation.code}`;
  const [copied, setCopied] = useState(false);
  const club = useClub();
  return (
    <div role="status" className="mt-3 rounded-xl border-[1.5px] border-brass p-3">
      <p className="text-sm">
        For one {invitation.role}, until {shortDate(dayOf(invitation.ends_at, club.time_zone))}; shown this once:
      </p>
      <p className="wide font-extrabold text-2xl tracking-wide">{invitation.code}</p>
      <p className="mt-1 break-all text-sm">{link}</p>
      {window.isSecureContext && (
        <Button
          small
          className="mt-2"
          onClick={() =>
            navigator.clipboard.writeText(link).then(
              () => setCopied(true),
              () => setCopied(false),
            )
          }
        >
          {copied ? "Copied" : "Copy the link"}
        </Button>
      )}
    </div>
  );
}

function Standing({ invitation, takeBack }: { invitation: Crew["invitations"][number]; takeBack: () => void }) {
  const club = useClub();
  const until = shortDate(dayOf(invitation.ends_at, club.time_zone));
  return (
    <li className="flex items-center gap-2">
      <span className="flex-1">
        One {invitation.role} is invited until {until}
        {invitation.made_by && `, by ${invitation.made_by}`}
      </span>
      <Button small aria-label={`Take back the invitation of one ${invitation.role} until ${until}`} onClick={takeBack}>
        Take back
      </Button>
    </li>
  );
}
