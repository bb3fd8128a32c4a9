import { useMutation } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { useNavigate } from "react-router";
import { api, data } from "../api/client";
import { newId } from "../kit/ids";
import { Button, Field, Trouble } from "../kit/parts";
import { useKeysOf } from "../kit/placeKeys";
import { usePeople } from "../kit/queries";
import { Sheet } from "../kit/Sheet";
import { useMayPlan } from "../kit/session";
import { type OnRoster, Roster } from "./Roster";
import { useBookStale } from "./useBookStale";

/** A new student, in a group there is or in a new one. */
export function AddStudent({ group }: { group?: string | null }) {
  const mayPlan = useMayPlan();
  const [open, setOpen] = useState(false);
  useKeysOf("The Book", [{ keys: "n", does: "a new student", run: () => mayPlan && setOpen(true) }]);
  if (!mayPlan) return null;
  return (
    <>
      <Button className="no-print self-end" onClick={() => setOpen(true)}>
        Add a student
      </Button>
      <Sheet open={open} close={() => setOpen(false)} title="A new student">
        {open && <Form group={group ?? undefined} />}
      </Sheet>
    </>
  );
}

function Form({ group }: { group?: string }) {
  const go = useNavigate();
  const stale = useBookStale();
  const groups = usePeople().data?.groups ?? [];
  const [ids] = useState(() => ({ student: newId(), group: newId() }));
  const [facts, setFacts] = useState<OnRoster>({ name: "" });
  const [made, setMade] = useState({ name: "", juniors: false });
  const chosen = facts.group_id ?? groups.find((each) => each.id === group)?.id ?? groups[0]?.id ?? ids.group;
  const fresh = chosen === ids.group;
  const add = useMutation({
    mutationFn: () =>
      data(
        api.POST("/api/records/students", {
          body: {
            id: ids.student,
            name: facts.name ?? "",
            group_id: chosen,
            ...(fresh && { group: made }),
            stance: facts.stance ?? "orthodox",
            level: facts.level ?? "foundation",
            trains_elsewhere: facts.trains_elsewhere ?? false,
          },
        }),
      ),
    onSuccess: ({ id }) => {
      stale();
      go(`/book/${id}`);
    },
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    add.mutate();
  };
  return (
    <form onSubmit={submit} className="grid gap-3">
      <Roster
        facts={{ ...facts, group_id: chosen }}
        set={(next) => setFacts({ ...facts, ...next })}
        groups={groups}
        other={{ id: ids.group, name: "a new group" }}
      />
      {fresh && (
        <>
          <Field
            label="Name of the new group"
            required
            maxLength={80}
            value={made.name}
            onChange={({ target }) => setMade({ ...made, name: target.value })}
          />
          <label className="flex items-center gap-2 text-sm">
            <input
              type="checkbox"
              checked={made.juniors}
              onChange={({ target }) => setMade({ ...made, juniors: target.checked })}
            />
            juniors
          </label>
        </>
      )}
      {add.error && <Trouble error={add.error} />}
      <Button type="submit" look="main" className="w-fit" disabled={add.isPending}>
        Add them
      </Button>
    </form>
  );
}
