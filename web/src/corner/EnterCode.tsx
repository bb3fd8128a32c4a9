import { useState } from "react";
import { Button, Field, Trouble } from "../kit/parts";

type Props = { open: (code: string) => Promise<void>; error: unknown; back?: () => void };

/** The code from the paper, typed. */
export function EnterCode({ open, error, back }: Props) {
  const [code, setCode] = useState("");
  const [busy, setBusy] = useState(false);
  return (
    <main className="mx-auto grid max-w-md gap-5 px-5 py-10">
      <img src="/bell.svg" alt="" className="h-20" />
      <h1 className="wide font-extrabold text-3xl">Your corner</h1>
      <p className="text-lg">Open the link you were given, photograph the code on your paper, or type it here.</p>
      {error !== undefined && <Trouble error={error} />}
      <form
        className="grid gap-4"
        onSubmit={async (event) => {
          event.preventDefault();
          setBusy(true);
          await open(code);
          setBusy(false);
        }}
      >
        <Field
          label="Code"
          placeholder="ABCD-EFGH-JKMN"
          autoCapitalize="characters"
          autoComplete="off"
          required
          maxLength={60}
          value={code}
          onChange={(event) => setCode(event.target.value)}
          className="text-lg"
        />
        <Button look="main" big type="submit" disabled={busy}>
          Open
        </Button>
        {back && (
          <Button look="quiet" big onClick={back}>
            Back
          </Button>
        )}
      </form>
      <p className="text-ink-soft">
        No code? Ask a coach of yours for one. It opens what is on file of you, and only that.
      </p>
    </main>
  );
}
