import { useSession } from "../kit/session";

/** That this is a demo: everybody in it is invented. */
export function DemoSign() {
  if (!useSession().data?.club?.demo) return null;
  return <p className="absolute top-1 left-3 text-night-soft text-xs">demo</p>;
}
