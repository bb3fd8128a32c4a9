import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { api, data } from "../api/client";
import { useOutbox } from "../kit/device";
import { PasswordField } from "../kit/PasswordField";
import { Button, Field, Trouble } from "../kit/parts";
import { comeByPasskey, passkeysHere } from "../kit/passkeys";

type Props = { come: (who: { login: string; password: string }) => Promise<unknown>; onSuccess: () => void };

/** An email and a password, or a passkey. */
export function InForm({ come, onSuccess }: Props) {
  const { ofOthers } = useOutbox();
  const [login, setLogin] = useState("");
  const [password, setPassword] = useState("");
  const signIn = useMutation({ mutationFn: () => come({ login, password }), onSuccess });
  const passkey = useMutation({ mutationFn: comeByPasskey, onSuccess });
  const error = signIn.error ?? passkey.error;
  return (
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
      <PasswordField label="Password" required value={password} set={setPassword} />
      {error && <Trouble error={error} />}
      {ofOthers > 0 && (
        <p role="status" className="border-brass border-l-4 pl-2.5 text-sm">
          {ofOthers === 1 ? "1 thing waits" : `${ofOthers} things wait`} on this device to be sent, until whoever tapped{" "}
          {ofOthers === 1 ? "it" : "them"} signs in again.
        </p>
      )}
      <Button look="main" big type="submit" disabled={signIn.isPending}>
        {signIn.isPending ? "Signing in …" : "Ring in"}
      </Button>
      {passkeysHere() && (
        <Button disabled={passkey.isPending} onClick={() => passkey.mutate()}>
          With a passkey
        </Button>
      )}
    </form>
  );
}

/** The second half of the way in: a code of a phone, or one of those kept for when it is lost. */
export function Halfway({ onSuccess, leave }: { onSuccess: () => void; leave: () => void }) {
  const [lost, setLost] = useState(false);
  const [code, setCode] = useState("");
  const give = useMutation({
    mutationFn: () =>
      lost
        ? data(api.POST("/api/account/recovery-auth", { body: { "recovery-code": code } }))
        : data(api.POST("/api/account/otp-auth", { body: { otp: code.replace(/\s/g, "") } })),
    onSuccess,
  });
  return (
    <form
      className="grid gap-4"
      aria-label="A code besides the password"
      onSubmit={(event) => {
        event.preventDefault();
        give.mutate();
      }}
    >
      <Field
        key={String(lost)}
        label={lost ? "One of your recovery codes" : "The code your phone shows now"}
        inputMode={lost ? "text" : "numeric"}
        autoComplete="one-time-code"
        autoFocus
        required
        maxLength={40}
        value={code}
        onChange={(event) => setCode(event.target.value)}
      />
      {give.error && <Trouble error={give.error} />}
      <Button look="main" big type="submit" disabled={give.isPending}>
        Ring in
      </Button>
      <div className="grid">
        <Button
          look="quiet"
          onClick={() => {
            setLost(!lost);
            setCode("");
            give.reset();
          }}
        >
          {lost ? "I have the phone" : "I do not have the phone: a recovery code"}
        </Button>
        <Button look="quiet" onClick={leave}>
          Sign in as somebody else
        </Button>
      </div>
    </form>
  );
}
