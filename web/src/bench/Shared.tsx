import { Navigate, useSearchParams } from "react-router";

/** A list of combinations that another program of this phone shared into this one: it is brought in on the Bench. */
export default function Shared() {
  const [given] = useSearchParams();
  const shared = [given.get("title"), given.get("text")].filter((text) => text?.trim()).join("\n");
  return <Navigate to="/bench" replace state={{ shared }} />;
}
