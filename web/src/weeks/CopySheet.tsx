import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { api, data } from "../api/client";
import { DateField } from "../kit/DateField";
import { useNextId } from "../kit/ids";
import { Labelled } from "../kit/Labelled";
import { Pick } from "../kit/Pick";
import { Button, Field, Trouble } from "../kit/parts";
import { usePeople } from "../kit/queries";
import { Sheet } from "../kit/Sheet";
import { useStale } from "../kit/stale";
import type { Programme } from "./programme";
import { BOX } from "./SheetParts";

/** The same goals and limits for another group or another time. */
export function CopySheet({ programme, close }: { programme: Programme; close: () => void }) {
  const people = usePeople();
  const navigate = useNavigate();
  const stale = useStale();
  const [name, setName] = useState(`${programme.name} again`);
  const [group, setGroup] = useState(programme.group_id);
  const [start, setStart] = useState(programme.ends);
  const next = useNextId();
  const copy = useMutation({
    mutationFn: () =>
      data(
        api.POST("/api/weeks/programmes/{id}/copies", {
          params: { path: { id: programme.id } },
          body: { id: next.of({ name, group, start }), name, group_id: group, start },
        }),
      ),
    onSuccess: (made) => {
      stale("programme");
      close();
      navigate(`/weeks/${made.id}`);
    },
  });
  return (
    <Sheet open close={close} title={`Copy ${programme.name}`}>
      <form
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          copy.mutate();
        }}
      >
        {copy.error && <Trouble error={copy.error} />}
        <p className="text-sm">Goals, times and limits go with it; pins and days without a class stay behind.</p>
        <Field label="Name" value={name} maxLength={80} onChange={(event) => setName(event.target.value)} />
        <Labelled title="Group">
          <Pick
            label="Group"
            value={group}
            options={(people.data?.groups ?? []).map((each) => ({ value: each.id, shown: each.name }))}
            set={(value) => value && setGroup(value)}
            className={BOX}
          />
        </Labelled>
        <DateField label="First day" required value={start} set={setStart} />
        <div className="flex justify-end gap-2">
          <Button onClick={close}>Leave it</Button>
          <Button look="main" type="submit" disabled={copy.isPending || !name.trim()}>
            Copy it
          </Button>
        </div>
      </form>
    </Sheet>
  );
}
