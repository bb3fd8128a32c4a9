import type { Student } from "../api/client";
import { LabelledSelect } from "../kit/LabelledSelect";

type Props = { label: string; nobody: string; students: Student[]; value: string; set: (id: string) => void };

/** One of the students, or nobody. */
export function WhoSelect({ label, nobody, students, value, set }: Props) {
  return (
    <LabelledSelect label={label} value={value} set={set}>
      <option value="">{nobody}</option>
      {students.map((each) => (
        <option key={each.id} value={each.id}>
          {each.name}
        </option>
      ))}
    </LabelledSelect>
  );
}
