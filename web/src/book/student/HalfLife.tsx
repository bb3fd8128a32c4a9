import { useMutation, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { api, data, type Schemas } from "../../api/client";
import { LIMITS } from "../../api/known";
import { Button, Field, Trouble, within } from "../../kit/parts";
import { asks } from "../../kit/queries";
import { useMayPlan } from "../../kit/session";
import { useStale } from "../../kit/stale";
import { count } from "../../kit/words";

/** How fast this student's marks fade, where it is not as the school has it. */
export function HalfLife({ page }: { page: Schemas["StudentPage"] }) {
  const client = useQueryClient();
  const stale = useStale();
  const mayPlan = useMayPlan();
  const [days, setDays] = useState(String(page.own_half_life ?? ""));
  const change = useMutation({
    mutationFn: (half_life: number | null) =>
      data(
        api.PUT("/api/book/students/{id}/half-life", {
          params: { path: { id: page.student.id } },
          body: { half_life },
        }),
      ),
    onSuccess: (fresh) => {
      client.setQueryData(asks.student(page.student.id).queryKey, fresh);
      stale("student");
    },
  });
  if (!mayPlan) return null;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    change.mutate(days.trim() === "" ? null : Number(days));
  };
  return (
    <details className="no-print mt-1 text-sm">
      <summary className="cursor-pointer font-semibold">
        {page.own_half_life
          ? `Their own half-life: ${count(page.own_half_life, "day")}`
          : "Does this one forget faster, or slower?"}
      </summary>
      <form onSubmit={submit} className="mt-1 flex items-end gap-2">
        <Field
          label="Half-life of their own, in days"
          {...within(LIMITS.halfLife)}
          placeholder="as the school has it"
          value={days}
          onChange={(event) => setDays(event.target.value)}
        />
        <Button type="submit" disabled={change.isPending}>
          Keep
        </Button>
      </form>
      {change.error && <Trouble error={change.error} />}
    </details>
  );
}
