import { useMutation } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { api, data } from "../../api/client";
import { Button, Field, Trouble } from "../../kit/parts";

/** A hold that should never have been: it ends, and who said so and why stays on record. */
export function MistakenForm({ hold, done }: { hold: string; done: () => void }) {
  const [reason, setReason] = useState("");
  const say = useMutation({
    mutationFn: () =>
      data(api.PUT("/api/care/holds/{id}/mistaken", { params: { path: { id: hold } }, body: { reason } })),
    onSuccess: done,
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    say.mutate();
  };
  return (
    <form onSubmit={submit} className="my-2 grid gap-2 rounded-lg bg-canvas p-2.5">
      <Field
        label="Why it should never have been set"
        required
        maxLength={200}
        value={reason}
        onChange={(event) => setReason(event.target.value)}
        hint="Only for a hold set by mistake. It stays on record with your name."
      />
      {say.error && <Trouble error={say.error} />}
      <Button type="submit" small className="w-fit" disabled={reason.trim() === "" || say.isPending}>
        It was a mistake
      </Button>
    </form>
  );
}
