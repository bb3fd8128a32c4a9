import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, data, type Schemas } from "../api/client";
import { Box } from "../kit/Box";
import { PasswordField } from "../kit/PasswordField";
import { Button, Trouble } from "../kit/parts";
import { makePasskey, passkeysHere } from "../kit/passkeys";
import { asks } from "../kit/queries";
import { useClub } from "../kit/session";
import { dayOf, shortDate } from "../kit/time";

type Mine = Schemas["Mine"];

/** Passkeys: a way in that is on a device and opens with its own lock. */
export function Passkeys({ mine }: { mine: Mine }) {
  const client = useQueryClient();
  const { time_zone } = useClub();
  const [password, setPassword] = useState("");
  const settled = () => client.invalidateQueries({ queryKey: asks.mine().queryKey });
  const make = useMutation({
    mutationFn: () => makePasskey(password),
    onSuccess: () => {
      setPassword("");
      void settled();
    },
  });
  const remove = useMutation({
    mutationFn: (key: string) => data(api.DELETE("/api/mine/passkeys/{key}", { params: { path: { key } } })),
    onSuccess: (next) => client.setQueryData(asks.mine().queryKey, next),
  });
  const error = make.error ?? remove.error;
  return (
    <Box title="Passkeys">
      {mine.passkeys.length === 0 && (
        <p className="text-sm">None yet. A passkey lives on a device and opens with its own lock: nothing to type.</p>
      )}
      <ul className="grid gap-1.5">
        {mine.passkeys.map((passkey) => (
          <li key={passkey.id} className="flex items-center gap-2 text-sm">
            <span className="flex-1">
              <strong>{passkey.name}</strong>, last used {shortDate(dayOf(passkey.last_use, time_zone))}
            </span>
            <Button small aria-label={`Remove ${passkey.name}`} onClick={() => remove.mutate(passkey.id)}>
              Remove
            </Button>
          </li>
        ))}
      </ul>
      {passkeysHere() ? (
        <form
          className="flex flex-wrap items-end gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            make.mutate();
          }}
        >
          <PasswordField label="Your password, to make one" required value={password} set={setPassword} />
          <Button type="submit" disabled={make.isPending}>
            Make a passkey here
          </Button>
        </form>
      ) : (
        <p className="text-ink-soft text-sm">
          This browser makes none here: passkeys need HTTPS and a name of the server's own, or localhost.
        </p>
      )}
      {error && <Trouble error={error} />}
    </Box>
  );
}
