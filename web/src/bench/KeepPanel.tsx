import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { type Ref, useState } from "react";
import { useNavigate } from "react-router";
import { api, type Combination, data, Refusal } from "../api/client";
import { newId } from "../kit/ids";
import { Button, Field, Trouble } from "../kit/parts";
import { asks } from "../kit/queries";
import { useMayPlan } from "../kit/session";
import { useStale } from "../kit/stale";
import { keep } from "../kit/stored";
import { useSay } from "../kit/toast";
import { IntoSeries } from "./IntoSeries";
import type { Writing } from "./useWriting";

type Props = {
  ref: Ref<HTMLButtonElement>;
  saved?: Combination;
  draft: Writing;
  readable: boolean;
  faulty: boolean;
};

/** Keeping a combination on the shelf: under a name, as a change, as a copy, or put away. */
export function KeepPanel({ ref, saved, draft, readable, faulty }: Props) {
  const { name, notation } = draft;
  const tags = draft.tags
    .split(",")
    .map((tag) => tag.trim())
    .filter(Boolean);
  const [knowingly, setKnowingly] = useState(false);
  const navigate = useNavigate();
  const client = useQueryClient();
  const stale = useStale();
  const say = useSay();
  const mayPlan = useMayPlan();
  const settled = (row: Combination) => {
    client.setQueryData(asks.combination(row.id).queryKey, row);
    stale("combination");
    return row;
  };
  const store = useMutation({
    mutationFn: async () =>
      saved
        ? data(
            api.PUT("/api/bench/combinations/{id}", {
              params: { path: { id: saved.id } },
              body: { version: saved.version, name, notation, tags },
            }),
          )
        : data(api.POST("/api/bench/combinations", { body: { id: newId(), name, notation, tags } })),
    onSuccess: (row) => {
      keep(draft.key, undefined);
      settled(row);
      say(saved ? `${row.name} is changed.` : `${row.name} is on the shelf.`);
      navigate(`/bench/${row.id}`);
    },
  });
  const archive = useMutation({
    mutationFn: (asked: { row: Combination; archived: boolean }) =>
      data(
        api.PUT("/api/bench/combinations/{id}/archived", {
          params: { path: { id: asked.row.id } },
          body: { version: asked.row.version, archived: asked.archived },
        }),
      ),
    onSuccess: (row, asked) => {
      settled(row);
      if (!asked.archived) return navigate(`/bench/${row.id}`);
      say(`${row.name} is archived.`, () => archive.mutate({ row, archived: false }));
      navigate("/bench");
    },
  });
  const copy = useMutation({
    mutationFn: (row: Combination) =>
      data(
        api.POST("/api/bench/combinations/{id}/copies", { params: { path: { id: row.id } }, body: { id: newId() } }),
      ),
    onSuccess: (row) => {
      settled(row);
      say(`${row.name} is a copy of its own.`);
      navigate(`/bench/${row.id}`);
    },
  });
  if (!mayPlan) return null;
  const refusal = store.error instanceof Refusal ? store.error : undefined;
  const nameProblem = refusal?.for("name");
  return (
    <section aria-label="Keep it" className="grid gap-2 rounded-xl bg-canvas-deep p-3">
      <Field
        label="Name"
        value={name}
        maxLength={80}
        onChange={(event) => draft.setName(event.target.value)}
        placeholder="what you will call it"
        problem={nameProblem}
      />
      <Field
        label="Tags"
        hideLabel
        value={draft.tags}
        maxLength={200}
        onChange={(event) => draft.setTags(event.target.value)}
        placeholder="tags, with commas"
      />
      {store.error && !nameProblem && (
        <Trouble error={store.error}>{refusal?.status === 409 && saved && <Theirs refusal={refusal} />}</Trouble>
      )}
      {faulty && (
        <label className="flex items-center gap-2 text-sm">
          <input
            type="checkbox"
            className="size-5"
            checked={knowingly}
            onChange={(event) => setKnowingly(event.target.checked)}
          />
          Keep it with its fault, knowingly
        </label>
      )}
      <Button
        ref={ref}
        look="main"
        big
        disabled={
          (faulty && !knowingly) ||
          !readable ||
          name.trim() === "" ||
          (saved !== undefined && !draft.changed) ||
          store.isPending
        }
        onClick={() => store.mutate()}
      >
        {saved ? "Save the change" : "Keep on the shelf"}
      </Button>
      {saved && (
        <div className="flex gap-2">
          <Button className="flex-1 px-2" onClick={() => copy.mutate(saved)} disabled={copy.isPending}>
            Duplicate
          </Button>
          {!saved.archived && (
            <Button
              className="flex-1 px-2"
              onClick={() => archive.mutate({ row: saved, archived: true })}
              disabled={archive.isPending}
            >
              Archive
            </Button>
          )}
        </div>
      )}
      {saved && !saved.archived && <IntoSeries row={saved} />}
      {saved && <Uses id={saved.id} />}
      {(archive.error || copy.error) && <Trouble error={archive.error ?? copy.error} />}
      <p className="text-ink-soft text-xs">
        {notation.trim() !== "" && !readable
          ? "It can be kept once all of it can be read."
          : "Ctrl-Enter keeps it; until then it stays on this device."}
      </p>
    </section>
  );
}

/** What a change will change. */
function Uses({ id }: { id: string }) {
  const uses = useQuery(asks.uses(id));
  const names = [...(uses.data?.cards ?? []), ...(uses.data?.drills ?? [])].map((use) => use.name);
  if (names.length === 0) return null;
  return (
    <p className="text-xs">
      In use in {names.join(", ")}: a change changes {names.length === 1 ? "it" : "them"} too.
    </p>
  );
}

/** Both versions, side by side: yours stays in the line, theirs is shown. */
function Theirs({ refusal }: { refusal: Refusal }) {
  const client = useQueryClient();
  const theirs = refusal.current as Combination | undefined;
  if (!theirs) return null;
  return (
    <div className="mt-2">
      <p>
        Theirs: <strong>{theirs.name}</strong>, {theirs.notation}. Yours is still in the line.
      </p>
      <Button className="mt-2" onClick={() => client.setQueryData(asks.combination(theirs.id).queryKey, theirs)}>
        Go on from theirs, keeping my line
      </Button>
    </div>
  );
}
