import type { OpenClass } from "../api/client";
import { GRAVE_NOTES } from "../api/known";
import { type Hall, isOut } from "./hall";

const GRAVE: readonly string[] = GRAVE_NOTES;

type Props = {
  title: string;
  students: OpenClass["students"];
  opened: OpenClass;
  hall: Hall;
  toggle: (id: string) => void;
};

/** Some students at the door, each a tap; with what to know of them. */
export function DoorList({ title, students, opened, hall, toggle }: Props) {
  return (
    <section aria-label={title}>
      <h2 className="wide mb-2 font-bold">{title}</h2>
      <ul className="grid gap-2 sm:grid-cols-2">
        {students.map((student) => {
          const here = hall.present.includes(student.id);
          const out = isOut(opened, hall, student.id);
          return (
            <li key={student.id}>
              <button
                type="button"
                aria-pressed={here}
                aria-disabled={out && !here}
                onClick={() => toggle(student.id)}
                className={`flex min-h-18 w-full items-center gap-3 rounded-xl border-2 px-3 py-2 text-left ${out && !here ? "border-rear border-dashed bg-canvas-deep" : here ? "border-lead bg-lead text-chalk" : "border-seam bg-chalk hover:border-ink"}`}
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
                  {out && !student.notes.some((note) => note.kind === "hold") && (
                    <span className="block font-semibold text-rear text-sm">
                      Out for the day after a knock to the head
                    </span>
                  )}
                  {student.notes.map((note) => (
                    <span
                      key={note.text}
                      className={`block text-sm ${here ? "text-chalk" : GRAVE.includes(note.kind) ? "font-semibold text-rear" : "text-ink"}`}
                    >
                      {note.text}
                    </span>
                  ))}
                </span>
              </button>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
