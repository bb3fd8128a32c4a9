import { useState } from "react";
import { useNavigate, useParams } from "react-router";
import { Empty, Trouble, Waiting } from "../kit/parts";
import { useKeysOf } from "../kit/placeKeys";
import { useFlows } from "../kit/queries";
import { clock } from "../kit/time";
import { count } from "../kit/words";
import { FlowEditor } from "./FlowEditor";
import { KeptList } from "./KeptList";

/** Flows: things done one after another, each with its time, as they go on a card as one round. */
export default function FlowsPlace() {
  const { id } = useParams();
  const navigate = useNavigate();
  const [archived, setArchived] = useState(false);
  const flows = useFlows({ archived });
  useKeysOf("Flows", [{ keys: "n", does: "new flow", run: () => navigate("/bench/flows/new") }]);
  if (flows.isPending) return <Waiting what="the flows" />;
  if (flows.error) return <Trouble error={flows.error} />;
  const open = flows.data.find((flow) => flow.id === id);
  return (
    <KeptList
      title="Flows and exercises"
      one="flow"
      rows={flows.data.map(({ id, name, phases, seconds }) => ({
        id,
        name,
        about: `${count(phases.length, "thing")}, ${clock(seconds)}`,
      }))}
      archived={archived}
      show={setArchived}
      columns="lg:grid-cols-[190px_minmax(0,1fr)]"
      none={
        <Empty title="No flow yet">
          A warm-up, a stretch or a burn-out: begin with New flow and tap the exercises in order.
        </Empty>
      }
    >
      <FlowEditor key={open ? `${open.id}:${open.version}` : "new"} saved={open} />
    </KeptList>
  );
}
