import type { ReactNode } from "react";
import { useLexicon } from "./Completion";
import type { Judging } from "./useAnalysis";

type Props = { judging: Judging; change: (judging: Judging) => void };

/** What the combination is judged for: where it is drilled, how hard, at which level, and the partner's stance. */
export function JudgedFor({ judging, change }: Props) {
  const lexicon = useLexicon();
  const set = (name: keyof Judging) => (value: string) =>
    change({ ...judging, [name]: value === "" ? undefined : value });
  return (
    <div className="grid grid-cols-2 gap-1.5">
      <Pick label="on" value={judging.implement} set={set("implement")}>
        <option value="">on anything</option>
        {lexicon.data?.implements.map((implement) => (
          <option key={implement.id} value={implement.id}>
            {implement.name}
          </option>
        ))}
      </Pick>
      <Pick label="force" value={judging.intensity} set={set("intensity")}>
        <option value="">any force</option>
        {["touch", "light", "medium", "hard"].map((force) => (
          <option key={force}>{force}</option>
        ))}
      </Pick>
      <Pick label="level" value={judging.level} set={set("level")}>
        <option value="">any level</option>
        {["foundation", "building", "advanced"].map((level) => (
          <option key={level}>{level}</option>
        ))}
      </Pick>
      <Pick label="partner's stance" value={judging.partner} set={set("partner")}>
        <option value="">same stance</option>
        <option value="opposite">opposite stance</option>
      </Pick>
    </div>
  );
}

function Pick({
  label,
  value,
  set,
  children,
}: {
  label: string;
  value?: string;
  set: (value: string) => void;
  children: ReactNode;
}) {
  return (
    <select
      aria-label={label}
      value={value ?? ""}
      onChange={(event) => set(event.target.value)}
      className="min-h-8 min-w-0 rounded-lg border-[1.5px] border-seam bg-chalk px-1.5 text-[13px] hover:border-ink"
    >
      {children}
    </select>
  );
}
