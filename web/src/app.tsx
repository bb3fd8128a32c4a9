import { lazy, type ReactNode, Suspense, useEffect, useState } from "react";
import { Navigate, Route, Routes, useLocation } from "react-router";
import { pageOf } from "./api/client";
import { SignIn } from "./door/SignIn";
import { Frame } from "./frame/Frame";
import { Boundary } from "./kit/Boundary";
import { handOver } from "./kit/device";
import { Button, Trouble, Waiting } from "./kit/parts";
import { useAccount, useClub, useSession } from "./kit/session";

const BenchPlace = lazy(() => import("./bench/BenchPlace"));
const DrillsPlace = lazy(() => import("./bench/DrillsPlace"));
const CardsPlace = lazy(() => import("./card/CardsPlace"));
const CalendarPlace = lazy(() => import("./card/CalendarPlace"));
const CardPlace = lazy(() => import("./card/CardPlace"));
const FloorPlace = lazy(() => import("./floor/FloorPlace"));
const ClassPlace = lazy(() => import("./floor/ClassPlace"));
const WallPlace = lazy(() => import("./floor/WallPlace"));
const SquadPlace = lazy(() => import("./book/squad/SquadPlace"));
const BoardPlace = lazy(() => import("./book/BoardPlace"));
const FlowsPlace = lazy(() => import("./bench/FlowsPlace"));
const NextPlace = lazy(() => import("./book/NextPlace"));
const ToldPlace = lazy(() => import("./book/ToldPlace"));
const RecordsPlace = lazy(() => import("./book/RecordsPlace"));
const StudentPlace = lazy(() => import("./book/student/StudentPlace"));
const SchoolPlace = lazy(() => import("./school/SchoolPlace"));
const AccountPlace = lazy(() => import("./account/AccountPlace"));
const Shared = lazy(() => import("./bench/Shared"));
const WalkPlace = lazy(() => import("./walk/WalkPlace"));
const WeeksPlace = lazy(() => import("./weeks/WeeksPlace"));

/** The five places behind the sign-in. The Floor's class has the whole screen; the others stand in the frame. */
export function App() {
  const session = useSession();
  if (session.isPending) return <Waiting what="the club" />;
  if (session.error) {
    return (
      <div className="mx-auto mt-16 max-w-md px-4">
        <Trouble error={session.error} />
      </div>
    );
  }
  if (!session.data.account) return <SignIn key={String(session.data.halfway)} halfway={session.data.halfway} />;
  return (
    <Theirs>
      <Guarded>
        <Routes>
          <Route path="/floor/:id" element={<ClassPlace />} />
          <Route path="/floor/:id/wall" element={<WallPlace />} />
          <Route path="*" element={<Framed />} />
        </Routes>
      </Guarded>
    </Theirs>
  );
}

/** A place that is fetched when it is first gone to, and says so where it breaks. */
function Guarded({ children }: { children: ReactNode }) {
  return (
    <Boundary where={useLocation().pathname}>
      <Suspense fallback={<Waiting what="this place" />}>{children}</Suspense>
    </Boundary>
  );
}

/** This device is of whoever is signed in: what somebody else left on it goes first, and what waits of theirs is sent. */
function Theirs({ children }: { children: ReactNode }) {
  const { email } = useAccount();
  const club = useClub();
  const whose = `${email} ${club.id}`;
  const [ready, setReady] = useState<string>();
  useEffect(() => {
    void handOver(email, club.id).then(() => setReady(whose));
  }, [email, club.id, whose]);
  if (pageOf(club.id) !== club.id) return <Elsewhere club={club.name} />;
  return ready === whose ? children : <Waiting what="the club" />;
}

/** In another window this person has gone to another of their clubs: what is here would be written there. */
function Elsewhere({ club }: { club: string }) {
  return (
    <div role="alert" className="mx-auto mt-16 grid max-w-md gap-4 px-4">
      <p className="wide font-bold text-xl">You went to {club} in another window.</p>
      <Button look="main" big onClick={() => window.location.assign("/")}>
        Go on there
      </Button>
    </div>
  );
}

function Framed() {
  return (
    <Frame>
      <Guarded>
        <Routes>
          <Route path="/bench" element={<BenchPlace />} />
          <Route path="/bench/drills" element={<DrillsPlace />} />
          <Route path="/bench/drills/:id" element={<DrillsPlace />} />
          <Route path="/bench/flows" element={<FlowsPlace />} />
          <Route path="/bench/flows/:id" element={<FlowsPlace />} />
          <Route path="/bench/:id" element={<BenchPlace />} />
          <Route path="/card" element={<CardsPlace />} />
          <Route path="/card/calendar" element={<CalendarPlace />} />
          <Route path="/card/:id" element={<CardPlace />} />
          <Route path="/floor" element={<FloorPlace />} />
          <Route path="/book" element={<SquadPlace />} />
          <Route path="/book/board" element={<BoardPlace />} />
          <Route path="/book/next" element={<NextPlace />} />
          <Route path="/book/told" element={<ToldPlace />} />
          <Route path="/book/records" element={<RecordsPlace />} />
          <Route path="/book/:id" element={<StudentPlace />} />
          <Route path="/weeks" element={<WeeksPlace />} />
          <Route path="/weeks/:page" element={<WeeksPlace />} />
          <Route path="/school" element={<SchoolPlace />} />
          <Route path="/school/:page" element={<SchoolPlace />} />
          <Route path="/share" element={<Shared />} />
          <Route path="/account" element={<AccountPlace />} />
          <Route path="/walk" element={<WalkPlace />} />
          <Route path="/walk/:step" element={<WalkPlace />} />
          <Route path="*" element={<Navigate to="/bench" replace />} />
        </Routes>
      </Guarded>
    </Frame>
  );
}
