import { useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { Button, Empty, Trouble, Waiting } from "../kit/parts";
import { useKeysOf } from "../kit/placeKeys";
import { useFlows } from "../kit/queries";
import { useMayPlan } from "../kit/session";
import { clock } from "../kit/time";
import { count } from "../kit/words";
import { FlowEditor } from "./FlowEditor";

/** Flows: things done one after another, each with its time, as they go on a card as one round. */
export default function FlowsPlace() {
  const { id } = useParams();
  const navigate = useNavigate();
  const mayPlan = useMayPlan();
  const [archived, setArchived] = useState(false);
  const flows = useFlows({ archived });
  useKeysOf("Flows", [{ keys: "n", does: "new flow", run: () => navigate("/bench/flows/new") }]);
  if (flows.isPending) return <Waiting what="the flows" />;
  if (flows.error) return <Trouble error={flows.error} />;
  const open = flows.data.find((flow) => flow.id === id);
  return (
    <>
      <div className="mb-3 flex flex-wrap items-center justify-between gap-3">
        <h1 className="wide font-extrabold text-2xl">
          <Link to="/bench" className="font-normal text-base text-ink-soft underline">
            Bench
          </Link>{" "}
          Flows and exercises
        </h1>
        <div className="flex gap-2">
          <Button look="quiet" onClick={() => setArchived(!archived)}>
            {archived ? "Back to the flows" : "Show the archive"}
          </Button>
          {mayPlan && (
            <Button look="main" onClick={() => navigate("/bench/flows/new")}>
              New flow
            </Button>
          )}
        </div>
      </div>
      <div className="grid gap-4 lg:grid-cols-[190px_minmax(0,1fr)]">
        <ul className="grid h-fit gap-2" aria-label="Flows">
          {flows.data.map((flow) => (
            <li key={flow.id}>
              <Link
                to={`/bench/flows/${flow.id}`}
                aria-current={flow.id === id || undefined}
                className={`block rounded-xl border-[1.5px] bg-chalk px-4 py-2.5 hover:border-ink ${flow.id === id ? "border-brass" : "border-seam"}`}
              >
                <span className="block font-bold">{flow.name}</span>
                <span className="text-ink-soft text-sm">
                  {count(flow.phases.length, "thing")}, {clock(flow.seconds)}
                </span>
              </Link>
            </li>
          ))}
          {flows.data.length === 0 && (
            <li>
              <Empty title="No flow yet">
                A warm-up, a stretch or a burn-out: begin with New flow and tap the exercises in order.
              </Empty>
            </li>
          )}
        </ul>
        <FlowEditor key={open ? `${open.id}:${open.version}` : "new"} saved={open} />
      </div>
    </>
  );
}
