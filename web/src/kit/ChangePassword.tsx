import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { api, data } from "../api/client";
import { Box } from "./Box";
import { PasswordField } from "./PasswordField";
import { Button, Field, Trouble } from "./parts";
import { useSay } from "./toast";

export function ChangePassword() {
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
    },
  });
  return (
    <Box title="Password">
      <form
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          change.mutate();
        }}
      >
        <PasswordField label="Your password now" required value={old} set={setOld} />
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
        <Button type="submit" className="w-fit" disabled={change.isPending}>
          Change it
        </Button>
      </form>
    </Box>
  );
}
