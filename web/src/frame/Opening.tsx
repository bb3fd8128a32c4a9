import { useQuery } from "@tanstack/react-query";
import { Link, useLocation } from "react-router";
import { asks } from "../kit/queries";
import { useSession } from "../kit/session";

/** How far the club has come in opening, with the way on; nothing where there is no such way. */
export function Opening() {
  const { pathname } = useLocation();
  const { data: session } = useSession();
  const opens = session?.account?.role !== "assistant" && session?.club?.opening === true;
  const club = useQuery({ ...asks.club(), enabled: opens });
  const walk = club.data?.walk;
  if (!opens || !walk?.on || pathname.startsWith("/walk")) return null;
  const left = walk.steps.filter((step) => !step.done && !step.passed).length;
  return (
    <p className="no-print bg-canvas-deep px-3 py-1.5 text-center text-sm">
      {left === 0
        ? "Everything is ready for the first class."
        : `Opening the club: ${left} of ${walk.steps.length} steps left.`}{" "}
      <Link to="/walk" className="font-semibold underline">
        Go on
      </Link>
    </p>
  );
}
