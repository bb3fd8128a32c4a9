import type { Student } from "../api/client";
import { EFFORT_WORDS as WORDS } from "../api/known";
import { Choice } from "../kit/Choice";
import type { Answer } from "./hall";

type RowProps = {
  student: Student;
  answer?: Answer;
  minutes: string;
  problem: boolean;
  putRight: (text: string) => void;
  choose: (effort: number) => void;
};

/** One student at the stool: their minutes, and how hard it was for them. */
export function StoolRow({ student, answer, minutes, problem, putRight, choose }: RowProps) {
  return (
    <li className="grid items-center gap-x-4 gap-y-1 rounded-xl border-[1.5px] border-seam bg-chalk px-4 py-2 sm:grid-cols-[190px_1fr]">
      <div>
        <p className="font-bold">{student.name}</p>
        <p className="flex items-center gap-1.5 text-ink-soft text-sm">
          <input
            aria-label={`Minutes of ${student.name}`}
            aria-invalid={problem || undefined}
            inputMode="numeric"
            value={minutes}
            onChange={({ target }) => putRight(target.value)}
            className={`min-h-9 w-13 rounded-lg border-[1.5px] bg-canvas px-1.5 text-right font-bold text-ink ${problem ? "border-rear" : "border-seam"}`}
          />
          min ·{" "}
          {minutes === "0"
            ? "not here while it rang"
            : problem
              ? "from 1 to 360"
              : answer === undefined
                ? "not asked yet"
                : `${WORDS[answer.effort]}${answer.estimated ? ", estimated" : ""}`}
        </p>
      </div>
      <Choice
        label={`Effort of ${student.name}`}
        options={WORDS.map((word, effort) => ({ value: effort, shown: effort, label: `${effort}, ${word}` }))}
        value={answer?.effort ?? null}
        choose={(effort) => !problem && choose(effort)}
        className="grid grid-cols-11 gap-1"
        look={(chosen) =>
          `min-h-11 rounded-lg border-[1.5px] font-bold ${problem ? "opacity-50" : ""} ${chosen ? "border-brass bg-brass text-chalk" : "border-seam hover:border-ink"}`
        }
      />
    </li>
  );
}
