import { useMutation } from "@tanstack/react-query";
import type { FormEvent } from "react";
import { api, data, type Schemas } from "../../api/client";
import { BLOCKED, HEAD_KNOCK, MATTERS } from "../../api/known";
import { DateField } from "../../kit/DateField";
import { useNextId } from "../../kit/ids";
import { Pick } from "../../kit/Pick";
import { Button, Trouble } from "../../kit/parts";
import { useClub } from "../../kit/session";
import { useDraft } from "../../kit/useDraft";

type Draft = { matter: Schemas["Matter"]; blocks: Schemas["Blocked"][]; to: string; note: string };
const BOX = "min-h-9 rounded-lg border-[1.5px] border-seam bg-chalk px-2";

/** Who is to be held back: the matter, what it blocks, until when. A knock to the head decides that itself. */
export function HoldForm({ student, done }: { student: string; done: () => void }) {
  const { today } = useClub();
  const [{ matter, blocks, to, note }, set] = useDraft<Draft>({
    matter: "hand or wrist",
    blocks: [],
    to: "",
    note: "",
  });
  const knock = matter === HEAD_KNOCK;
  const next = useNextId();
  const add = useMutation({
    mutationFn: () => {
      const hold = {
        matter,
        blocks: knock ? ["all" as const] : blocks,
        from: today,
        to: knock ? null : to || null,
        note,
      };
      const body = { id: next.of(hold), ...hold };
      return data(api.POST("/api/care/students/{id}/holds", { params: { path: { id: student } }, body }));
    },
    onSuccess: done,
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    add.mutate();
  };
  return (
    <form onSubmit={submit} className="mt-2 grid gap-2">
      {add.error && <Trouble error={add.error} />}
      <div className="flex flex-wrap gap-2">
        <Pick
          label="What is the matter"
          value={matter}
          options={MATTERS}
          set={(next) => next && set({ matter: next })}
          className={BOX}
        />
        <DateField
          label="Held until"
          hideLabel
          value={to}
          min={today}
          set={(day) => set({ to: day })}
          className={knock ? "hidden" : "w-44"}
        />
      </div>
      {knock && (
        <p className="font-semibold">
          Out for the day, then no contact and no hard effort until a staged return is followed, the stand-down is over
          and a clinician has cleared them.
        </p>
      )}
      <fieldset className={`flex flex-wrap gap-x-3 gap-y-1 ${knock ? "hidden" : ""}`}>
        <legend className="font-semibold">No</legend>
        {BLOCKED.map((blocked) => (
          <label key={blocked} className="flex items-center gap-1.5">
            <input
              type="checkbox"
              checked={blocks.includes(blocked)}
              onChange={(event) =>
                set({
                  blocks: event.target.checked ? [...blocks, blocked] : blocks.filter((other) => other !== blocked),
                })
              }
            />
            {blocked}
          </label>
        ))}
      </fieldset>
      <input
        aria-label="Note for coaches"
        placeholder="a note, for coaches only"
        value={note}
        maxLength={500}
        onChange={(event) => set({ note: event.target.value })}
        className={BOX}
      />
      <Button type="submit" look="main" className="w-fit" disabled={(!knock && blocks.length === 0) || add.isPending}>
        Hold back
      </Button>
    </form>
  );
}
