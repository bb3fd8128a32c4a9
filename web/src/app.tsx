import { lazy, type ReactNode, Suspense, useEffect, useState } from "react";
import { Navigate, Route, Routes, useLocation } from "react-router";
import { SignIn } from "./door/SignIn";
import { Frame } from "./frame/Frame";
import { Boundary } from "./kit/Boundary";
import { handOver } from "./kit/device";
import { Trouble, Waiting } from "./kit/parts";
import { useAccount, useSession } from "./kit/session";

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
const RecordsPlace = lazy(() => import("./book/RecordsPlace"));
const StudentPlace = lazy(() => import("./book/student/StudentPlace"));
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
  if (!session.data.account) return <SignIn />;
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
  const [owner, setOwner] = useState<string>();
  useEffect(() => {
    void handOver(email).then(() => setOwner(email));
  }, [email]);
  return owner === email ? children : <Waiting what="the club" />;
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
          <Route path="/book/records" element={<RecordsPlace />} />
          <Route path="/book/:id" element={<StudentPlace />} />
          <Route path="/weeks" element={<WeeksPlace />} />
          <Route path="/weeks/:page" element={<WeeksPlace />} />
          <Route path="*" element={<Navigate to="/bench" replace />} />
        </Routes>
      </Guarded>
    </Frame>
  );
}
