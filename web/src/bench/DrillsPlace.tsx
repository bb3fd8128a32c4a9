import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate, useParams, useSearchParams } from "react-router";
import { MANNER_NAMES } from "../api/known";
import { Empty, Trouble, Waiting } from "../kit/parts";
import { useKeysOf } from "../kit/placeKeys";
import { asks, useDrills } from "../kit/queries";
import { ToStarter } from "../kit/ToStarter";
import { DrillEditor } from "./DrillEditor";
import { KeptList } from "./KeptList";

/** Drills: combinations on an implement in a manner, as they go on a card. */
export default function DrillsPlace() {
  const { id } = useParams();
  const navigate = useNavigate();
  const [archived, setArchived] = useState(false);
  const drills = useDrills({ archived });
  const [asked] = useSearchParams();
  const wanted = asked.get("series");
  const series = useQuery({ ...asks.series(), enabled: wanted !== null });
  useKeysOf("Drills", [{ keys: "n", does: "new drill", run: () => navigate("/bench/drills/new") }]);
  if (drills.isPending) return <Waiting what="the drills" />;
  if (drills.error) return <Trouble error={drills.error} />;
  if (wanted && series.isPending) return <Waiting what="the series" />;
  const listed = series.data?.find((each) => each.id === wanted);
  const open = drills.data.find((drill) => drill.id === id);
  return (
    <KeptList
      title="Drills"
      one="drill"
      rows={drills.data.map(({ id, name, implement, manner }) => ({
        id,
        name,
        about: `${implement.replaceAll("-", " ")}, ${(MANNER_NAMES[manner]?.name ?? manner).toLowerCase()}`,
      }))}
      archived={archived}
      show={setArchived}
      columns="lg:grid-cols-[300px_minmax(0,1fr)]"
    >
      {id === "new" ? (
        <DrillEditor key={`new ${listed?.id ?? ""}`} of={listed} />
      ) : open ? (
        <DrillEditor key={`${open.id}:${open.version}`} saved={open} />
      ) : (
        <Empty title={drills.data.length === 0 ? "No drill yet" : "Which drill?"}>
          {drills.data.length === 0
            ? "A drill puts a combination on mitts, a bag or pads, to a count or on the clock. Begin with New drill."
            : "Choose one on the left, or begin a new one."}
          {drills.data.length === 0 && <ToStarter what="fifteen" />}
        </Empty>
      )}
    </KeptList>
  );
}
