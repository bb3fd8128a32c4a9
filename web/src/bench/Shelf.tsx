import { useQuery } from "@tanstack/react-query";
import { type ReactNode, type Ref, useDeferredValue, useState } from "react";
import { Link } from "react-router";
import { Button, Empty, Trouble } from "../kit/parts";
import { asks, useShelf } from "../kit/queries";
import { Scrolling } from "../kit/Scrolling";
import { useStored } from "../kit/stored";
import { ToStarter } from "../kit/ToStarter";
import { Kept } from "./Kept";
import { Lists } from "./Lists";
import { SeriesList } from "./SeriesList";

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
  const [chosen, setChosen] = useStored<string>("bench:series", "");
  const all = useQuery(asks.series());
  const series = archived ? undefined : all.data?.find((each) => each.id === chosen);
  const [search, setSearch] = useState("");
  const wanted = useDeferredValue(search.trim());
  const shelf = useShelf({ archived, search: wanted });
  const rows = shelf.data ?? [];
  return (
    <section aria-label="Shelf">
      <div className="mb-2 flex items-baseline justify-between">
        <h2 className="wide font-extrabold text-lg">{archived ? "Archive" : "Shelf"}</h2>
        <Link to="/bench/flows" className="font-semibold text-sm underline">
          Flows
        </Link>
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
          {!archived && <ToStarter what="forty" />}
        </Empty>
      )}
      {shelf.data?.length === 0 && wanted !== "" && (
        <p className="text-ink-soft text-sm">
          Nothing like that here. Try "has a slip", "three strikes or fewer", or part of a combination: 3b-2.
        </p>
      )}
      {!archived && (all.data?.length ?? 0) > 0 && (
        <select
          aria-label="Which combinations"
          value={series?.id ?? ""}
          onChange={(event) => setChosen(event.target.value)}
          className="mb-2 min-h-8 w-full rounded-lg border-[1.5px] border-seam bg-chalk px-2 text-sm"
        >
          <option value="">all of the shelf</option>
          {all.data?.map((each) => (
            <option key={each.id} value={each.id}>
              {each.name}
            </option>
          ))}
        </select>
      )}
      <Scrolling label="Combinations" className="max-h-[26rem] pr-1 lg:max-h-[calc(100dvh-19rem)]">
        {series ? (
          <SeriesList series={series} rows={rows} current={current} gone={() => setChosen("")} />
        ) : (
          <ul className="grid grid-cols-2 gap-3 lg:grid-cols-1">
            {rows.map((row) => (
              <Kept key={row.id} row={row} current={row.id === current} />
            ))}
          </ul>
        )}
      </Scrolling>
      {near}
      <Button look="quiet" className="mt-2 px-2 text-ink-soft" onClick={() => setArchived(!archived)}>
        {archived ? "Back to the shelf" : "Show the archive"}
      </Button>
      <Lists />
    </section>
  );
}
