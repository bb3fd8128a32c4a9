import { useSession } from "../kit/session";

/** That this is a demo: everybody in it is invented. */
export function DemoSign({ className = "" }: { className?: string }) {
  if (!useSession().data?.club?.demo) return null;
  return <p className={`text-night-soft text-xs ${className}`}>demo</p>;
}
