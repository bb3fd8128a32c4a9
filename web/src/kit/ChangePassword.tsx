import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { api, data } from "../api/client";
import { Button, Field, Trouble } from "./parts";
import { Sheet } from "./Sheet";
import { useSay } from "./toast";

export function ChangePassword({ open, close }: { open: boolean; close: () => void }) {
  const say = useSay();
  const [old, setOld] = useState("");
  const [fresh, setFresh] = useState("");
  const change = useMutation({
    mutationFn: () =>
      data(api.POST("/api/account/change-password", { body: { password: old, "new-password": fresh } })),
    onSuccess: () => {
      say("Password changed.");
      setOld("");
      setFresh("");
      close();
    },
  });
  return (
    <Sheet open={open} close={close} title="Change password">
      <form
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          change.mutate();
        }}
      >
        <Field
          label="Your password now"
          type="password"
          autoComplete="current-password"
          value={old}
          onChange={(event) => setOld(event.target.value)}
          required
        />
        <Field
          label="New password"
          type="password"
          autoComplete="new-password"
          minLength={10}
          hint="At least 10 characters."
          value={fresh}
          onChange={(event) => setFresh(event.target.value)}
          required
        />
        {change.error && <Trouble error={change.error} />}
        <Button look="main" type="submit" disabled={change.isPending}>
          Change it
        </Button>
      </form>
    </Sheet>
  );
}
