import { Link } from "react-router";
import type { Schemas } from "../../api/client";
import { Button, Trouble } from "../../kit/parts";
import { useMayPlan } from "../../kit/session";
import { useOntoCard } from "../ontoCard";
import { Where } from "../where";

type Page = Schemas["StudentPage"];

/** The links that break, over all combinations that hold them, and the part that mends each. */
export function WeakLinks({ page }: { page: Page }) {
  const mayPlan = useMayPlan();
  const card = page.coming?.card_id;
  const onto = useOntoCard(card);
  return (
    <section aria-label="Weak links" className="rounded-2xl border-[1.5px] border-seam bg-chalk p-4 text-sm">
      <h2 className="wide mb-2 font-extrabold text-lg">Weak links</h2>
      {page.weak_links.length === 0 && (
        <p className="text-ink-soft">None: mark where sets break, and the links that fail show here.</p>
      )}
      {onto.error && <Trouble error={onto.error} />}
      <ul className="grid gap-2">
        {page.weak_links.map((link) => (
          <li key={link.notation} className="border-brass border-l-4 pl-2.5">
            <Where
              name={`The link ${link.notation}`}
              figure={{
                formula: link.formula,
                source: "the product's own lines: weak under 0.8 with 10 attempts or more",
                inputs: [
                  { name: "passed", values: [link.passed] },
                  { name: "broke", values: [link.broke] },
                  { name: "score", values: [link.score] },
                ],
              }}
            >
              <p>
                <strong>{link.notation}</strong> breaks about{" "}
                {Math.max(1, Math.round((link.broke / link.attempts) * 10))} in 10 times it is reached.
                {link.spoils.length > 0 && " It spoils "}
                {link.spoils.map((each, i) => (
                  <span key={each.id}>
                    {i > 0 && ", "}
                    <Link to={`/bench/${each.id}`} className="underline">
                      {each.name}
                    </Link>
                  </span>
                ))}
                .
              </p>
            </Where>
            {card && mayPlan && (
              <Button
                small
                className="no-print"
                disabled={onto.isPending}
                onClick={() => onto.mutate({ notation: link.notation, rung: "count", learned: true })}
              >
                The link alone, onto the next card<span className="sr-only">: {link.notation}</span>
              </Button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
