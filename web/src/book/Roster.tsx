import type { Schemas } from "../api/client";
import { LEVELS, STANCES } from "../api/known";
import { LabelledSelect } from "../kit/LabelledSelect";
import { Field } from "../kit/parts";

type File = Schemas["File"];
export type OnRoster = Pick<File, "name" | "group_id" | "stance" | "level" | "trains_elsewhere">;
type Props = {
  facts: OnRoster;
  set: (facts: OnRoster) => void;
  groups: { id: string; name: string }[];
  problem?: string;
  /** A last choice of group, beside those there are. */
  other?: { id: string; name: string };
};

/** Who a student is to the club: name, group, stance, level, and whether they also train elsewhere. */
export function Roster({ facts, set, groups, problem, other }: Props) {
  return (
    <>
      <Field
        label="Name"
        required
        maxLength={80}
        value={facts.name ?? ""}
        onChange={({ target }) => set({ name: target.value })}
        problem={problem}
      />
      <div className="grid gap-3 sm:grid-cols-3">
        <LabelledSelect label="Group" value={facts.group_id ?? ""} set={(group_id) => set({ group_id })}>
          {[...groups, ...(other ? [other] : [])].map((group) => (
            <option key={group.id} value={group.id}>
              {group.name}
            </option>
          ))}
        </LabelledSelect>
        <LabelledSelect
          label="Stance"
          value={facts.stance ?? "orthodox"}
          set={(stance) => set({ stance: stance as File["stance"] })}
          options={STANCES}
        />
        <LabelledSelect
          label="Level"
          value={facts.level ?? "foundation"}
          set={(level) => set({ level: level as File["level"] })}
          options={LEVELS}
        />
      </div>
      <label className="flex items-center gap-2 text-sm">
        <input
          type="checkbox"
          checked={facts.trains_elsewhere ?? false}
          onChange={({ target }) => set({ trains_elsewhere: target.checked })}
        />
        also trains elsewhere: a day without a record is then unknown, not rest
      </label>
    </>
  );
}
