import { useQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { Navigate, NavLink, useParams } from "react-router";
import { PageTitle, Trouble, Waiting } from "../kit/parts";
import { asks } from "../kit/queries";
import { useSession } from "../kit/session";
import { Belongings } from "./Belongings";
import { CalendarPage } from "./CalendarPage";
import { ClubPage } from "./ClubPage";
import { DevicesPage } from "./DevicesPage";
import { GroupsPage } from "./GroupsPage";
import { InTheBook } from "./InTheBook";
import { Numbering } from "./Numbering";
import { OnTheFloor } from "./OnTheFloor";
import { PeoplePage } from "./PeoplePage";
import type { School } from "./parts";
import { Safety } from "./Safety";
import { ServerPage } from "./ServerPage";
import { StarterPage } from "./StarterPage";
import { Teaching } from "./Teaching";
import { Techniques } from "./Techniques";

type Page = { id: string; name: string; owner?: boolean; shown: (school: School) => ReactNode };

const PAGES: Page[] = [
  { id: "club", name: "The club", shown: () => <ClubPage /> },
  { id: "groups", name: "Groups", shown: () => <GroupsPage /> },
  { id: "people", name: "People", owner: true, shown: () => <PeoplePage /> },
  { id: "calendar", name: "Closed days", shown: () => <CalendarPage /> },
  { id: "taught", name: "What is taught", shown: (school) => <Teaching school={school} /> },
  { id: "techniques", name: "Techniques", shown: (school) => <Techniques school={school} /> },
  { id: "numbers", name: "Numbers", shown: (school) => <Numbering school={school} /> },
  {
    id: "floor",
    name: "The floor",
    shown: (school) => (
      <>
        <Belongings school={school} />
        <OnTheFloor school={school} />
      </>
    ),
  },
  { id: "book", name: "The Book", shown: (school) => <InTheBook school={school} /> },
  { id: "safety", name: "Safety", shown: (school) => <Safety school={school} /> },
  { id: "starter", name: "Starter shelf", shown: () => <StarterPage /> },
  { id: "server", name: "The server", owner: true, shown: () => <ServerPage /> },
  { id: "devices", name: "Devices", shown: () => <DevicesPage /> },
];

/** The school as a place: what the club is, teaches, owns and keeps to, a page each. */
export default function SchoolPlace() {
  const school = useQuery(asks.school());
  const owner = useSession().data?.account?.role === "owner";
  const { page: wanted } = useParams();
  const pages = PAGES.filter((each) => owner || !each.owner);
  const page = pages.find((each) => each.id === wanted);
  if (!page) return <Navigate to={`/school/${pages[0]?.id}`} replace />;
  return (
    <>
      <PageTitle>The school</PageTitle>
      <div className="grid items-start gap-x-6 gap-y-3 lg:grid-cols-[190px_minmax(0,1fr)]">
        <nav
          aria-label="Pages of the school"
          className="flex flex-wrap gap-x-3 gap-y-1 lg:sticky lg:top-3 lg:flex-col lg:gap-0.5"
        >
          {pages.map((each) => (
            <NavLink
              key={each.id}
              to={`/school/${each.id}`}
              className={({ isActive }) =>
                `py-0.5 font-semibold max-lg:border-b-[3px] lg:rounded-md lg:border-l-4 lg:px-3 lg:py-1.5 ${isActive ? "border-brass lg:bg-chalk" : "border-transparent text-ink-soft hover:text-ink"}`
              }
            >
              {each.name}
            </NavLink>
          ))}
        </nav>
        <div className="grid min-w-0 max-w-3xl gap-4">
          {school.isPending && <Waiting what="the school" />}
          {school.error && <Trouble error={school.error} />}
          {school.data && school.data.problems.length > 0 && <Problems problems={school.data.problems} />}
          {school.data && page.shown(school.data)}
        </div>
      </div>
    </>
  );
}

function Problems({ problems }: { problems: string[] }) {
  return (
    <div role="alert" className="rounded-lg border-[1.5px] border-rear px-4 py-3 text-sm">
      <p className="font-semibold text-rear">
        Some settings will not do: until they are changed the defaults stand in.
      </p>
      {problems.map((problem) => (
        <p key={problem}>{problem}</p>
      ))}
    </div>
  );
}
