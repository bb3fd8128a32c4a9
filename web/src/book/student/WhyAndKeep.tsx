import { Button, Field, Trouble } from "../../kit/parts";

type Doing = { isPending: boolean; error: unknown };
type Props = {
  reason: string;
  setReason: (reason: string) => void;
  keeping: Doing;
  takingBack: Doing;
  takeBack: () => void;
};

/** The end of a form that puts something right: why, and either changed (the form's submit) or taken back. */
export function WhyAndKeep({ reason, setReason, keeping, takingBack, takeBack }: Props) {
  const error = keeping.error ?? takingBack.error;
  const busy = keeping.isPending || takingBack.isPending;
  return (
    <>
      <Field
        label="Why"
        required
        maxLength={200}
        value={reason}
        onChange={(event) => setReason(event.target.value)}
        hint="It stays on record with what it was before."
      />
      {error ? <Trouble error={error} /> : null}
      <div className="flex gap-2">
        <Button type="submit" look="main" disabled={busy}>
          Keep
        </Button>
        <Button look="quiet" disabled={busy || reason.trim() === ""} onClick={takeBack}>
          Take it back
        </Button>
      </div>
    </>
  );
}
