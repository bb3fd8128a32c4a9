import type { ReactNode } from "react";
import { NavLink, useSearchParams } from "react-router";
import { Choice } from "../kit/Choice";
import { PageTitle } from "../kit/parts";
import { usePeople } from "../kit/queries";

const PAGES = [
  { to: "/book", name: "Squad" },
  { to: "/book/board", name: "Load and words" },
  { to: "/book/next", name: "Next class" },
  { to: "/book/told", name: "Told" },
  { to: "/book/records", name: "Records" },
];

const tag = (chosen: boolean) =>
  `min-h-9 rounded-full border-[1.5px] px-3 font-semibold text-sm ${chosen ? "border-ink bg-ink text-canvas" : "border-seam bg-chalk hover:border-ink"}`;

/** Which group the Book shows: kept in the address, so that it stays from page to page. */
export function useGroup(): string | undefined {
  const [query] = useSearchParams();
  return query.get("group") ?? undefined;
}

type Props = { shown?: string | null; groups?: boolean; children: ReactNode };

/** The pages of the Book, and the choice of a group over them. `shown` is the group the server shows where none is chosen. */
export function BookFrame({ shown, groups = true, children }: Props) {
  const [query, setQuery] = useSearchParams();
  const people = usePeople();
  const group = query.get("group") ?? shown ?? "all";
  const search = query.size > 0 ? `?${query}` : "";
  return (
    <>
      <PageTitle
        aside={
          groups && people.data ? (
            <Choice
              label="Group"
              options={[
                { value: "all", shown: "Everybody" },
                ...people.data.groups.map((each) => ({ value: each.id, shown: each.name })),
              ]}
              value={group}
              choose={(next) => setQuery({ group: next }, { replace: true })}
              className="flex flex-wrap gap-1.5"
              look={tag}
            />
          ) : undefined
        }
      >
        <span className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
          Book
          <nav aria-label="Pages of the Book" className="no-print flex flex-wrap gap-x-3 text-base">
            {PAGES.map((page) => (
              <NavLink
                key={page.to}
                end
                to={page.to + search}
                className={({ isActive }) =>
                  `border-b-[3px] pb-0.5 font-semibold ${isActive ? "border-brass" : "border-transparent text-ink-soft hover:text-ink"}`
                }
              >
                {page.name}
              </NavLink>
            ))}
          </nav>
        </span>
      </PageTitle>
      {children}
    </>
  );
}
