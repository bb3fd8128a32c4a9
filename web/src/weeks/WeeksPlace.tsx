import { useState } from "react";
import { NavLink, useNavigate, useParams } from "react-router";
import { Button, Empty, PageTitle, Trouble, Waiting } from "../kit/parts";
import { useKeysOf } from "../kit/placeKeys";
import { useClub, useMayPlan } from "../kit/session";
import { ClassesPlace } from "./ClassesPlace";
import { ProgrammePlace } from "./ProgrammePlace";
import { ProgrammeSheet } from "./ProgrammeSheet";
import { useProgrammes } from "./programme";

const CLASSES = "classes";
const tag = ({ isActive }: { isActive: boolean }) =>
  `border-b-[3px] pb-0.5 font-semibold ${isActive ? "border-brass" : "border-transparent text-ink-soft hover:text-ink"}`;

/** Programmes, and every class by week. */
export default function WeeksPlace() {
  const { page } = useParams();
  const programmes = useProgrammes();
  const club = useClub();
  const mayPlan = useMayPlan();
  const navigate = useNavigate();
  const [making, setMaking] = useState(false);
  useKeysOf("Weeks: programmes", [{ keys: "n", does: "A new programme", run: () => mayPlan && setMaking(true) }]);
  if (programmes.isPending) return <Waiting what="the weeks" />;
  if (programmes.error) return <Trouble error={programmes.error} />;
  const shown = page ?? programmes.data[0]?.id;
  return (
    <div className="landscape">
      <PageTitle
        aside={
          mayPlan && (
            <span className="no-print">
              <Button onClick={() => setMaking(true)}>New programme</Button>
            </span>
          )
        }
      >
        <span className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
          Weeks
          <nav aria-label="Pages of Weeks" className="no-print flex flex-wrap gap-x-3 text-base">
            {programmes.data.map((line) => (
              <NavLink key={line.id} to={`/weeks/${line.id}`} className={() => tag({ isActive: shown === line.id })}>
                {line.name}
              </NavLink>
            ))}
            <NavLink to={`/weeks/${CLASSES}`} className={tag}>
              All classes
            </NavLink>
          </nav>
        </span>
      </PageTitle>
      {shown === CLASSES ? (
        <ClassesPlace />
      ) : shown ? (
        <ProgrammePlace key={shown} id={shown} />
      ) : (
        <Empty title="No programme yet">
          <p>
            Say what a group should own in some weeks; every class is laid out from what each student owns, and again
            after each class.
          </p>
          {mayPlan && (
            <Button look="main" className="mt-3" onClick={() => setMaking(true)}>
              Begin a programme
            </Button>
          )}
        </Empty>
      )}
      {making && (
        <ProgrammeSheet
          today={club.today}
          close={() => setMaking(false)}
          done={(made) => {
            setMaking(false);
            programmes.refetch();
            navigate(`/weeks/${made.id}`);
          }}
        />
      )}
    </div>
  );
}
