import { useMutation } from "@tanstack/react-query";
import { type ReactNode, type Ref, useDeferredValue, useState } from "react";
import { Link } from "react-router";
import { api, type Combination, data } from "../api/client";
import { Button, Empty, Trouble } from "../kit/parts";
import { useShelf, useStale } from "../kit/queries";
import { Scrolling } from "../kit/Scrolling";
import { useMayPlan } from "../kit/session";
import { Wrap } from "../kit/wrap/Wrap";
import { Lists } from "./Lists";

/** The shelf of combinations as thumbnails, with a search and what is archived. */
export function Shelf({
  current,
  searchRef,
  near,
}: {
  current?: string;
  searchRef: Ref<HTMLInputElement>;
  near?: ReactNode;
}) {
  const [archived, setArchived] = useState(false);
  const [search, setSearch] = useState("");
  const wanted = useDeferredValue(search.trim());
  const shelf = useShelf({ archived, search: wanted });
  const rows = shelf.data ?? [];
  return (
    <section aria-label="Shelf">
      <div className="mb-2 flex items-baseline justify-between">
        <h2 className="wide font-extrabold text-lg">{archived ? "Archive" : "Shelf"}</h2>
        <Link to="/bench/drills" className="font-semibold text-sm underline">
          Drills
        </Link>
      </div>
      <label className="sr-only" htmlFor="shelf-search">
        Search the shelf
      </label>
      <input
        id="shelf-search"
        ref={searchRef}
        value={search}
        onChange={(event) => setSearch(event.target.value)}
        placeholder="ends with a rear kick"
        className="mb-2 w-full rounded-lg border-[1.5px] border-seam bg-chalk px-3 py-1.5 text-sm placeholder:text-ink-soft"
      />
      {shelf.error && <Trouble error={shelf.error} />}
      {shelf.data?.length === 0 && wanted === "" && (
        <Empty title={archived ? "Nothing archived" : "An empty shelf"}>
          {archived ? "What you put away comes here." : "Write a combination, give it a name and keep it."}
        </Empty>
      )}
      {shelf.data?.length === 0 && wanted !== "" && (
        <p className="text-ink-soft text-sm">
          Nothing like that here. Try "has a slip", "three strikes or fewer", or part of a combination: 3b-2.
        </p>
      )}
      <Scrolling label="Combinations" className="max-h-[26rem] pr-1">
        <ul className="grid grid-cols-2 gap-3 lg:grid-cols-1">
          {rows.map((row) => (
            <Kept key={row.id} row={row} current={row.id === current} />
          ))}
        </ul>
      </Scrolling>
      {near}
      <Button look="quiet" className="mt-2 px-2 text-ink-soft" onClick={() => setArchived(!archived)}>
        {archived ? "Back to the shelf" : "Show the archive"}
      </Button>
      <Lists />
    </section>
  );
}

function Kept({ row, current }: { row: Combination; current: boolean }) {
  return (
    <li>
      <Link
        to={`/bench/${row.id}`}
        aria-current={current || undefined}
        className={`block rounded-lg px-1.5 pt-1 pb-1.5 hover:bg-canvas-deep ${current ? "bg-canvas-deep" : ""}`}
      >
        <span className="flex items-baseline justify-between gap-2">
          <span className="truncate font-bold text-sm">{row.name}</span>
          <span className="shrink-0 text-ink-soft text-xs">{row.level}</span>
        </span>
        <Wrap actions={row.actions} setTime={row.set_time} spoken={row.spoken} size="strip" />
      </Link>
      {row.archived && <BringBack row={row} />}
    </li>
  );
}

function BringBack({ row }: { row: Combination }) {
  const stale = useStale();
  const mayPlan = useMayPlan();
  const back = useMutation({
    mutationFn: () =>
      data(
        api.PUT("/api/bench/combinations/{id}/archived", {
          params: { path: { id: row.id } },
          body: { version: row.version, archived: false },
        }),
      ),
    onSuccess: () => stale("combination"),
  });
  if (!mayPlan) return null;
  return (
    <>
      <Button className="mt-1 min-h-8 px-3 text-xs" onClick={() => back.mutate()}>
        Bring back
      </Button>
      {back.error && <Trouble error={back.error} />}
    </>
  );
}
