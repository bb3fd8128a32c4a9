import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, data, type Schemas } from "../api/client";
import { Box } from "../kit/Box";
import { Drawn } from "../kit/Drawn";
import { PasswordField } from "../kit/PasswordField";
import { Button, Field, Trouble } from "../kit/parts";
import { asks } from "../kit/queries";

type Mine = Schemas["Mine"];
type Asked = { otp_secret?: string; otp_raw_secret?: string };

/** Time codes: a number a phone shows, asked for besides the password; with codes for when the phone is lost. */
export function TimeCodes({ mine }: { mine: Mine }) {
  const [asked, setAsked] = useState<Asked>();
  const begin = useMutation({
    mutationFn: () => data(api.POST("/api/account/otp-setup", { body: {} })),
    onSuccess: setAsked,
  });
  return (
    <Box title="A second factor">
      {mine.time_codes ? (
        <On mine={mine} />
      ) : asked ? (
        <SetUp asked={asked} email={mine.email} done={() => setAsked(undefined)} />
      ) : (
        <>
          <p className="text-sm">
            A code that your phone shows, asked for besides the password. Any program for time codes (TOTP) will do.
          </p>
          {begin.error && <Trouble error={begin.error} />}
          <Button className="w-fit" onClick={() => begin.mutate()}>
            Set it up
          </Button>
        </>
      )}
    </Box>
  );
}

function useSettled() {
  const client = useQueryClient();
  return () => client.invalidateQueries({ queryKey: asks.mine().queryKey });
}

function SetUp({ asked, email, done }: { asked: Asked; email: string; done: () => void }) {
  const settled = useSettled();
  const [password, setPassword] = useState("");
  const [otp, setOtp] = useState("");
  const key = asked.otp_secret ?? "";
  const address = `otpauth://totp/${encodeURIComponent(`Jaunty Bell:${email}`)}?secret=${key}&issuer=Jaunty%20Bell`;
  const code = useQuery(asks.drawnCode(address));
  const store = useMutation({
    mutationFn: () => data(api.POST("/api/account/otp-setup", { body: { ...asked, password, otp } })),
    onSuccess: () => settled().then(done),
  });
  return (
    <form
      className="grid gap-3"
      aria-label="Set up time codes"
      onSubmit={(event) => {
        event.preventDefault();
        store.mutate();
      }}
    >
      <p className="text-sm">Photograph this with the phone, or type the key into it; then give the code it shows.</p>
      <Drawn svg={code.data?.svg} className="w-44" />
      <p className="break-all font-semibold text-sm">{key.replace(/(.{4})/g, "$1 ")}</p>
      <Field
        label="Code of the phone"
        inputMode="numeric"
        autoComplete="one-time-code"
        required
        maxLength={10}
        value={otp}
        onChange={(event) => setOtp(event.target.value)}
      />
      <PasswordField label="Your password" required value={password} set={setPassword} />
      {store.error && <Trouble error={store.error} />}
      <div className="flex gap-2">
        <Button look="main" type="submit" disabled={store.isPending}>
          Ask for it from now on
        </Button>
        <Button onClick={done}>Leave it</Button>
      </div>
    </form>
  );
}

function On({ mine }: { mine: Mine }) {
  const settled = useSettled();
  const [password, setPassword] = useState("");
  const codes = useMutation({
    mutationFn: (add: boolean) =>
      data(api.POST("/api/account/recovery-codes", { body: { password, ...(add && { add: "1" }) } })),
    onSuccess: () => void settled(),
  });
  const off = useMutation({
    mutationFn: () => data(api.POST("/api/account/otp-disable", { body: { password } })),
    onSuccess: () => void settled(),
  });
  const error = codes.error ?? off.error;
  return (
    <>
      <p className="text-sm">
        A code of your phone is asked for besides the password. {mine.recovery_codes} recovery codes are left for when
        the phone is lost: keep them on paper.
      </p>
      {codes.data?.codes && (
        <ul aria-label="Recovery codes" className="wide grid grid-cols-2 gap-1 font-bold text-sm">
          {codes.data.codes.map((code) => (
            <li key={code}>{code}</li>
          ))}
        </ul>
      )}
      <PasswordField label="Your password" value={password} set={setPassword} />
      {error && <Trouble error={error} />}
      <div className="flex flex-wrap gap-2">
        <Button disabled={!password} onClick={() => codes.mutate(mine.recovery_codes < 5)}>
          Show the recovery codes
        </Button>
        <Button disabled={!password} onClick={() => off.mutate()}>
          Ask for no code any more
        </Button>
      </div>
    </>
  );
}
