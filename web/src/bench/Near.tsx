import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { asks } from "../kit/queries";

const STEP = { add: "one action more", drop: "one action fewer", change: "one action changed" };
const MOST = 4;

/** What on the shelf is one step away from what is in the line, and what is like it. */
export function Near({ notation, except }: { notation: string; except?: string }) {
  const near = useQuery(asks.near({ notation, ...(except && { except }) }));
  const step = near.data?.one_step.slice(0, MOST) ?? [];
  const like = (near.data?.like ?? []).filter((row) => !step.some((other) => other.id === row.id)).slice(0, MOST);
  if (step.length + like.length === 0) return null;
  return (
    <section aria-label="Near it" className="mt-3 text-sm">
      {step.length > 0 && <h3 className="font-bold">One step away</h3>}
      <ul>
        {step.map((row) => (
          <Line key={row.id} id={row.id} name={row.name} note={STEP[row.step]} />
        ))}
      </ul>
      {like.length > 0 && <h3 className="mt-1.5 font-bold">Like it</h3>}
      <ul>
        {like.map((row) => (
          <Line
            key={row.id}
            id={row.id}
            name={row.name}
            note={row.share === 1 ? "the same steps" : `${Math.round(row.share * 100)} % the same`}
          />
        ))}
      </ul>
    </section>
  );
}

function Line({ id, name, note }: { id: string; name: string; note: string }) {
  return (
    <li>
      <Link
        to={`/bench/${id}`}
        className="flex items-baseline justify-between gap-2 rounded px-1 py-0.5 hover:bg-canvas-deep"
      >
        <span className="truncate">{name}</span>
        <span className="shrink-0 text-ink-soft text-xs">{note}</span>
      </Link>
    </li>
  );
}
