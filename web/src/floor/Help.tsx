import type { OpenClass } from "../api/client";
import { Sheet } from "../kit/Sheet";
import type { Hall } from "./hall";

type Props = { open: boolean; close: () => void; lines: string[]; students: OpenClass["students"]; hall: Hall };

/** First aid, and whom to call for each who is here. */
export function Help({ open, close, lines, students, hall }: Props) {
  const here = students.filter((student) => hall.present.includes(student.id));
  return (
    <Sheet open={open} close={close} title="First aid and whom to call">
      {lines.length === 0 ? (
        <p className="mb-3 text-ink-soft">
          Nothing is written here yet: tell “The school” who the first aider is and where the box is.
        </p>
      ) : (
        <ul className="mb-3 font-semibold">
          {lines.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      )}
      <h3 className="mb-1 font-bold">Whom to call</h3>
      {here.length === 0 && <p className="text-ink-soft">Nobody is checked in yet.</p>}
      <ul className="grid gap-2">
        {here.map((student) => (
          <li key={student.id} className="flex items-center justify-between gap-3 rounded-lg bg-canvas px-3 py-2">
            <span>
              <span className="block font-bold">{student.name}</span>
              <span className="text-sm">
                {student.emergency.name || "nobody on file"}
                {student.emergency.guardian && `, guardian ${student.emergency.guardian}`}
              </span>
            </span>
            {student.emergency.phone && (
              <a
                href={`tel:${student.emergency.phone.replaceAll(" ", "")}`}
                className="rounded-full border-[1.5px] border-ink px-4 py-2 font-bold"
              >
                {student.emergency.phone}
              </a>
            )}
          </li>
        ))}
      </ul>
    </Sheet>
  );
}
