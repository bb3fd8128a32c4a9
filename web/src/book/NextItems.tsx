import { Link } from "react-router";
import type { Schemas } from "../api/client";
import { RUNG_NAMES } from "../api/known";
import { ShowBody } from "../kit/figure/ShowBody";
import { Button, Trouble } from "../kit/parts";
import { useShelf } from "../kit/queries";
import { useMayPlan } from "../kit/session";
import { list } from "../kit/words";
import { Wrap } from "../kit/wrap/Wrap";
import { useOntoCard } from "./ontoCard";

type Item = Schemas["NextItem"];

const KINDS = [
  { kind: "due", title: "Due again", empty: "Nothing is due before the class after." },
  { kind: "ready", title: "Ready to go up", empty: "Nobody is ready for the next rung yet." },
  { kind: "new", title: "New, one step away", empty: "Nothing new is one step from what they hold." },
] as const;

type Props = { items: Item[]; card?: string | null };

/** What a group should do next, with the reason for each, and one tap onto the next class's card. */
export function NextItems({ items, card }: Props) {
  const { put, error } = usePut(card);
  return (
    <>
      {error && <Trouble error={error} />}
      <div className="grid gap-4 md:grid-cols-3">
        {KINDS.map(({ kind, title, empty }) => {
          const mine = items.filter((item) => item.kind === kind);
          return (
            <section key={kind} aria-label={title}>
              <h2 className="wide mb-1 font-extrabold text-lg">{title}</h2>
              {mine.length === 0 && <p className="text-ink-soft text-sm">{empty}</p>}
              <ul className="grid gap-2">
                {mine.map((item) => (
                  <li
                    key={item.combination_id + item.rung}
                    className="rounded-xl border-[1.5px] border-seam bg-chalk px-3 py-2 text-sm"
                  >
                    <What item={item} />
                    <Drawn id={item.combination_id} />
                    <p className="text-ink-soft text-xs">
                      {list(item.students.flatMap((student) => student.name ?? []))}
                    </p>
                    {put && <Put item={item} put={put} className="mt-1" />}
                  </li>
                ))}
              </ul>
            </section>
          );
        })}
      </div>
    </>
  );
}

/** The same for one student, in few words. */
export function NextOfOne({ items, card }: Props) {
  const { put, error } = usePut(card);
  return (
    <>
      {error && <Trouble error={error} />}
      {items.length === 0 && <p className="text-ink-soft text-sm">Go on with what is being learned.</p>}
      {KINDS.map(({ kind, title }) => {
        const mine = items.filter((item) => item.kind === kind);
        return (
          mine.length > 0 && (
            <section key={kind} aria-label={title} className="mb-2 last:mb-0">
              <h3 className="font-bold text-sm">{title}</h3>
              <ul className="divide-y divide-seam">
                {mine.map((item) => (
                  <li
                    key={item.combination_id + item.rung}
                    className="flex flex-wrap items-center justify-between gap-x-2 py-1 text-sm"
                  >
                    <What item={item} />
                    {put && <Put item={item} put={put} />}
                  </li>
                ))}
              </ul>
            </section>
          )
        );
      })}
    </>
  );
}

function usePut(card: string | null | undefined) {
  const mayPlan = useMayPlan();
  const onto = useOntoCard(card);
  const put = (item: Item) =>
    onto.mutate({ combination_id: item.combination_id, rung: item.rung, learned: item.kind === "new" });
  return { put: card && mayPlan ? put : undefined, error: onto.error };
}

function What({ item }: { item: Item }) {
  return (
    <p>
      <Link to={`/bench/${item.combination_id}`} className="font-bold hover:underline">
        {item.name}
      </Link>{" "}
      <span className="text-ink-soft">{item.kind === "ready" ? ":" : `${RUNG_NAMES[item.rung]?.at}:`}</span>{" "}
      {item.reason}
      {item.from_name && `: ${item.from_name}`}.
    </p>
  );
}

/** The combination's wrap, where it is still on the shelf. */
function Drawn({ id }: { id: string }) {
  const shelf = useShelf();
  const row = shelf.data?.find((each) => each.id === id);
  if (!row) return null;
  return (
    <div className="my-1 max-w-72">
      <Wrap actions={row.actions} setTime={row.set_time} spoken={row.spoken} size="strip" />
      <ShowBody notation={row.notation} spoken={row.spoken} />
    </div>
  );
}

function Put({ item, put, className = "" }: { item: Item; put: (item: Item) => void; className?: string }) {
  return (
    <Button small className={`no-print ${className}`} onClick={() => put(item)}>
      Onto the next card
      <span className="sr-only">
        : {item.name} at {item.rung}
      </span>
    </Button>
  );
}
