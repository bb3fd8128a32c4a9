import { PlannedClass } from "./PlannedClass";
import type { Plan, Programme } from "./programme";

/** The classes to come, each whole, for a narrow screen. */
export function Agenda({ programme, plan }: { programme: Programme; plan: Plan }) {
  const classes = plan.classes.filter((planned) => planned.on >= programme.from);
  return (
    <ol className="grid gap-2 sm:hidden print:hidden">
      {classes.map((planned) => (
        <li key={planned.on} className="rounded-xl border-[1.5px] border-seam bg-chalk p-3">
          <PlannedClass programme={programme} planned={planned} />
        </li>
      ))}
    </ol>
  );
}
