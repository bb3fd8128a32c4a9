import type { ReactNode } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { Button } from "../kit/parts";
import { useMayPlan } from "../kit/session";

type Props = {
  title: string;
  one: "drill" | "flow";
  rows: { id: string; name: string; about: string }[];
  archived: boolean;
  show: (archived: boolean) => void;
  /** Where there is nothing in the list. */
  none?: ReactNode;
  /** The columns of the list and of what is open beside it. */
  columns: string;
  children: ReactNode;
};

/** A page of the Bench with what is kept on the left and what is open of it beside: drills, flows. */
export function KeptList({ title, one, rows, archived, show, none, columns, children }: Props) {
  const { id } = useParams();
  const navigate = useNavigate();
  const mayPlan = useMayPlan();
  const list = `/bench/${one}s`;
  return (
    <>
      <div className="mb-3 flex flex-wrap items-center justify-between gap-3">
        <h1 className="wide font-extrabold text-2xl">
          <Link to="/bench" className="font-normal text-base text-ink-soft underline">
            Bench
          </Link>{" "}
          {title}
        </h1>
        <div className="flex gap-2">
          <Button look="quiet" onClick={() => show(!archived)}>
            {archived ? `Back to the ${one}s` : "Show the archive"}
          </Button>
          {mayPlan && (
            <Button look="main" onClick={() => navigate(`${list}/new`)}>
              New {one}
            </Button>
          )}
        </div>
      </div>
      <div className={`grid gap-4 ${columns}`}>
        <ul className="grid h-fit gap-2" aria-label={one === "drill" ? "Drills" : "Flows"}>
          {rows.map((row) => (
            <li key={row.id}>
              <Link
                to={`${list}/${row.id}`}
                aria-current={row.id === id || undefined}
                className={`block rounded-xl border-[1.5px] bg-chalk px-4 py-2.5 hover:border-ink ${row.id === id ? "border-brass" : "border-seam"}`}
              >
                <span className="block font-bold">{row.name}</span>
                <span className="text-ink-soft text-sm">{row.about}</span>
              </Link>
            </li>
          ))}
          {rows.length === 0 && none && <li>{none}</li>}
        </ul>
        {children}
      </div>
    </>
  );
}
