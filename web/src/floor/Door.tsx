import { useState } from "react";
import { Link } from "react-router";
import type { HeldClass, Student } from "../api/client";
import { newId } from "../kit/ids";
import { Button } from "../kit/parts";
import { useKeysOf } from "../kit/placeKeys";
import { useClub } from "../kit/session";
import { dayAndTime } from "../kit/time";
import { wake } from "./bell";
import type { Hall } from "./ClassPlace";
import type { Outbox } from "./outbox";
import { isFresh } from "./ring";

type Props = { held: HeldClass; hall: Hall; change: (next: (hall: Hall) => Hall) => void; outbox: Outbox };

/** The door: who is here, one tap each. */
export function Door({ held, hall, change, outbox }: Props) {
  const club = useClub();
  const [others, setOthers] = useState(held.group_id === null);
  const expected = held.students.filter((student) => student.group_id === held.group_id);
  const rest = held.students.filter((student) => student.group_id !== held.group_id);
  const toggle = (id: string) =>
    change((now) => ({
      ...now,
      present: now.present.includes(id) ? now.present.filter((other) => other !== id) : [...now.present, id],
    }));
  const enter = () => {
    wake();
    const fresh = hall.present.filter((id) => !hall.sent.includes(id));
    const at = new Date().toISOString();
    outbox.put(
      ...fresh.map((student_id) => ({ table: "attendances" as const, fact: { id: newId(), student_id, at } })),
    );
    change((now) => ({ ...now, moment: "ring", sent: [...now.sent, ...fresh] }));
  };
  useKeysOf("The door", [{ keys: "Ctrl+Enter", does: "to the ring", run: () => held.segments.length > 0 && enter() }]);
  return (
    <main className="mx-auto max-w-5xl px-4 py-4 pb-28">
      <p className="mb-1 text-sm">
        <Link to="/floor" className="font-semibold underline">
          Floor
        </Link>{" "}
        · {dayAndTime(held.starts_at, club.time_zone)} · {held.minutes} min
      </p>
      <h1 className="wide mb-1 font-extrabold text-3xl">{held.title}</h1>
      <p className="mb-4 text-ink-soft">
        Who is here? One tap each. Wraps and gloves on, water within reach; say where the first aid is.
      </p>
      <Students
        title={held.group_id ? (expected[0]?.group_name ?? "This group") : "Everybody"}
        students={held.group_id ? expected : held.students}
        hall={hall}
        toggle={toggle}
      />
      {held.group_id !== null && rest.length > 0 && (
        <>
          <Button look="quiet" className="my-3 px-3" onClick={() => setOthers(!others)} aria-expanded={others}>
            {others ? "Hide the other groups" : `Somebody from another group? (${rest.length})`}
          </Button>
          {others && <Students title="Other groups" students={rest} hall={hall} toggle={toggle} />}
        </>
      )}
      <div className="fixed inset-x-0 bottom-0 border-seam border-t bg-canvas/95 px-4 py-3">
        <div className="mx-auto flex max-w-5xl items-center justify-between gap-4">
          <p role="status" className="font-bold text-lg">
            {hall.present.length} here
            {hall.present.length % 2 === 1 && hall.present.length > 1 ? ", one trio in pair work" : ""}
          </p>
          {held.segments.length === 0 ? (
            <p className="font-semibold text-rear">This class has no rounds: put some on its card first.</p>
          ) : (
            <Button look="main" big onClick={enter}>
              {isFresh(hall.ring) ? "To the ring" : "Back to the ring"}
            </Button>
          )}
        </div>
      </div>
    </main>
  );
}

function Students({
  title,
  students,
  hall,
  toggle,
}: {
  title: string;
  students: Student[];
  hall: Hall;
  toggle: (id: string) => void;
}) {
  return (
    <section aria-label={title}>
      <h2 className="wide mb-2 font-bold">{title}</h2>
      <ul className="grid grid-cols-2 gap-2 sm:grid-cols-3 lg:grid-cols-4">
        {students.map((student) => {
          const here = hall.present.includes(student.id);
          return (
            <li key={student.id}>
              <button
                type="button"
                aria-pressed={here}
                onClick={() => toggle(student.id)}
                className={`flex min-h-18 w-full items-center gap-3 rounded-xl border-2 px-3 py-2 text-left ${here ? "border-lead bg-lead text-chalk" : "border-seam bg-chalk hover:border-ink"}`}
              >
                <span
                  aria-hidden="true"
                  className={`flex size-7 shrink-0 items-center justify-center rounded-full border-2 font-bold ${here ? "border-chalk" : "border-seam"}`}
                >
                  {here ? "✓" : ""}
                </span>
                <span className="min-w-0">
                  <span className="block truncate font-bold">{student.name}</span>
                  <span className={`text-sm ${here ? "text-chalk" : "text-ink-soft"}`}>
                    {student.level}
                    {student.stance !== "orthodox" && `, ${student.stance}`}
                  </span>
                </span>
              </button>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
