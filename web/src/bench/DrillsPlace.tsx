import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate, useParams, useSearchParams } from "react-router";
import { MANNER_NAMES } from "../api/known";
import { Button, Empty, Trouble, Waiting } from "../kit/parts";
import { useKeysOf } from "../kit/placeKeys";
import { asks, useDrills } from "../kit/queries";
import { useMayPlan } from "../kit/session";
import { DrillEditor } from "./DrillEditor";

/** Drills: combinations on an implement in a manner, as they go on a card. */
export default function DrillsPlace() {
  const { id } = useParams();
  const navigate = useNavigate();
  const mayPlan = useMayPlan();
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
    <>
      <div className="mb-3 flex flex-wrap items-center justify-between gap-3">
        <h1 className="wide font-extrabold text-2xl">
          <Link to="/bench" className="font-normal text-base text-ink-soft underline">
            Bench
          </Link>{" "}
          Drills
        </h1>
        <div className="flex gap-2">
          <Button look="quiet" onClick={() => setArchived(!archived)}>
            {archived ? "Back to the drills" : "Show the archive"}
          </Button>
          {mayPlan && (
            <Button look="main" onClick={() => navigate("/bench/drills/new")}>
              New drill
            </Button>
          )}
        </div>
      </div>
      <div className="grid gap-4 lg:grid-cols-[300px_minmax(0,1fr)]">
        <ul className="grid h-fit gap-2" aria-label="Drills">
          {drills.data.map((drill) => (
            <li key={drill.id}>
              <Link
                to={`/bench/drills/${drill.id}`}
                aria-current={drill.id === id || undefined}
                className={`block rounded-xl border-[1.5px] bg-chalk px-4 py-2.5 hover:border-ink ${drill.id === id ? "border-brass" : "border-seam"}`}
              >
                <span className="block font-bold">{drill.name}</span>
                <span className="text-ink-soft text-sm">
                  {drill.implement.replaceAll("-", " ")},{" "}
                  {(MANNER_NAMES[drill.manner]?.name ?? drill.manner).toLowerCase()}
                </span>
              </Link>
            </li>
          ))}
        </ul>
        {id === "new" ? (
          <DrillEditor key={`new ${listed?.id ?? ""}`} of={listed} />
        ) : open ? (
          <DrillEditor key={`${open.id}:${open.version}`} saved={open} />
        ) : (
          <Empty title={drills.data.length === 0 ? "No drill yet" : "Which drill?"}>
            {drills.data.length === 0
              ? "A drill puts a combination on mitts, a bag or pads, to a count or on the clock. Begin with New drill."
              : "Choose one on the left, or begin a new one."}
          </Empty>
        )}
      </div>
    </>
  );
}
