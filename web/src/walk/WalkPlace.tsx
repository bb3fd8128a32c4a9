import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { Navigate, NavLink, useNavigate, useParams } from "react-router";
import { api, data, type Schemas } from "../api/client";
import { Button, PageTitle, Trouble, Waiting } from "../kit/parts";
import { asks } from "../kit/queries";
import { useMayPlan, useSession } from "../kit/session";
import { Belongings } from "../school/Belongings";
import { CalendarPage } from "../school/CalendarPage";
import { GroupsPage } from "../school/GroupsPage";
import { PeoplePage } from "../school/PeoplePage";
import { StarterPage } from "../school/StarterPage";
import { Teaching } from "../school/Teaching";
import { FirstClass } from "./FirstClass";
import { Students } from "./Students";

type Club = Schemas["Club"];
type Step = Club["walk"]["steps"][number]["id"];

const STEPS: Record<Step, { name: string; says: string; shown: () => ReactNode; owner?: boolean }> = {
  groups: {
    name: "Groups and hours",
    says: "Who trains together, and when in an ordinary week.",
    shown: () => <GroupsPage />,
  },
  hall: {
    name: "Hall and kit",
    says: "What there is to hit and to hold: the card says when it is not enough. Leave empty what you do not know.",
    shown: () => <Hall />,
  },
  closures: {
    name: "Closed days",
    says: "Classes on them are called off, and programmes plan none.",
    shown: () => <CalendarPage />,
  },
  taught: {
    name: "What is taught",
    says: "Where schools differ, yours decides; each choice is shown on an example. The defaults are common practice.",
    shown: () => <Taught />,
  },
  shelf: {
    name: "Starter shelf",
    says: "Plain staples to begin with. Take what you teach, or leave it and write your own on the Bench.",
    shown: () => <StarterPage />,
  },
  students: {
    name: "Students",
    says: "Paste them from a spreadsheet, or one after another.",
    shown: () => <Students />,
  },
  coaches: {
    name: "Coaches",
    says: "Whoever helps comes in by a code or a link, used once.",
    shown: () => <PeoplePage />,
    owner: true,
  },
  class: { name: "The first class", says: "Choose a card and open the door.", shown: () => <FirstClass /> },
};

/** The way from an empty club to its first class: can be left at any step, gone on with, and passed over. */
export default function WalkPlace() {
  const { step: wanted } = useParams();
  const client = useQueryClient();
  const go = useNavigate();
  const mayPlan = useMayPlan();
  const owner = useSession().data?.account?.role === "owner";
  const club = useQuery(asks.club());
  const settled = (next: Club) => {
    client.setQueryData(asks.club().queryKey, next);
    void client.invalidateQueries({ queryKey: asks.session().queryKey });
  };
  const pass = useMutation({
    mutationFn: (passed: Step) => data(api.PUT("/api/club/walk", { body: { passed } })),
    onSuccess: settled,
  });
  const end = useMutation({
    mutationFn: () => data(api.PUT("/api/club/walk", { body: { away: true } })),
    onSuccess: (next) => {
      settled(next);
      go("/bench");
    },
  });
  if (!mayPlan) return <Navigate to="/floor" replace />;
  if (club.error) return <Trouble error={club.error} />;
  if (!club.data) return <Waiting what="the way" />;
  const steps = club.data.walk.steps.filter((each) => owner || !STEPS[each.id].owner);
  const step = steps.find((each) => each.id === wanted);
  if (!step) return <Navigate to={`/walk/${club.data.walk.next ?? "class"}`} replace />;
  const { name, says, shown } = STEPS[step.id];
  const after = steps[steps.indexOf(step) + 1];
  const on = () => {
    if (!step.passed) pass.mutate(step.id);
    if (after) go(`/walk/${after.id}`);
  };
  // Where there is room it stands beside the page, and does not move away from a thumb as the page fills
  const further = after && (
    <Button look={step.done ? "main" : "plain"} big onClick={on}>
      {step.done || step.id === "taught" ? "Next" : "Leave it for now"}: {STEPS[after.id].name.toLowerCase()}
    </Button>
  );
  return (
    <>
      <PageTitle
        aside={
          <Button look="quiet" onClick={() => end.mutate()}>
            I know my way: put this aside
          </Button>
        }
      >
        To the first class
      </PageTitle>
      <div className="grid items-start gap-x-6 gap-y-3 lg:grid-cols-[210px_minmax(0,1fr)]">
        <div className="grid gap-3 lg:sticky lg:top-3">
          <nav aria-label="Steps">
            <ol className="flex flex-wrap gap-x-3 gap-y-1 lg:flex-col">
              {steps.map((each, i) => (
                <li key={each.id}>
                  <NavLink
                    to={`/walk/${each.id}`}
                    className={({ isActive }) =>
                      `flex items-center gap-2 py-0.5 font-semibold lg:rounded-md lg:px-2 lg:py-1.5 ${isActive ? "bg-chalk px-2" : "text-ink-soft hover:text-ink"}`
                    }
                  >
                    <Mark n={i + 1} done={each.done} passed={each.passed} />
                    <span className="max-sm:sr-only">{STEPS[each.id].name}</span>
                  </NavLink>
                </li>
              ))}
            </ol>
          </nav>
          <div className="max-lg:hidden">{further}</div>
        </div>
        <div className="grid min-w-0 max-w-3xl gap-4">
          <div>
            <h2 className="wide font-extrabold text-xl">{name}</h2>
            <p className="text-ink-soft">{says}</p>
          </div>
          {shown()}
          {(pass.error ?? end.error) && <Trouble error={pass.error ?? end.error} />}
          <div className="lg:hidden">{further}</div>
        </div>
      </div>
    </>
  );
}

/** The number of a step, or that it is done. */
function Mark({ n, done, passed }: { n: number; done: boolean; passed: boolean }) {
  const look = done ? "border-brass bg-brass text-chalk" : passed ? "border-seam text-ink-soft" : "border-ink text-ink";
  return (
    <span
      className={`flex size-7 shrink-0 items-center justify-center rounded-full border-2 font-bold text-sm ${look}`}
    >
      {done ? "✓" : n}
      <span className="sr-only">{done ? " done" : passed ? " left for now" : ""}</span>
    </span>
  );
}

function Hall() {
  const school = useQuery(asks.school());
  if (school.error) return <Trouble error={school.error} />;
  return school.data ? <Belongings school={school.data} /> : <Waiting what="the school" />;
}

function Taught() {
  const school = useQuery(asks.school());
  if (school.error) return <Trouble error={school.error} />;
  return school.data ? <Teaching school={school.data} /> : <Waiting what="the school" />;
}
