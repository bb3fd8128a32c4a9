import { INTENSITIES, LEVELS } from "../api/known";
import { Pick } from "../kit/Pick";
import { useLexicon } from "./Completion";
import type { Judging } from "./useAnalysis";

const LOOK = "min-h-8 min-w-0 rounded-lg border-[1.5px] border-seam bg-chalk px-1.5 text-[13px] hover:border-ink";
type Props = { judging: Judging; change: (judging: Judging) => void };

/** What the combination is judged for: where it is drilled, how hard, at which level, and the partner's stance. */
export function JudgedFor({ judging, change }: Props) {
  const lexicon = useLexicon();
  const set = (name: keyof Judging) => (value: string) =>
    change({ ...judging, [name]: value === "" ? undefined : value });
  return (
    <div className="grid grid-cols-2 gap-1.5">
      <Pick
        label="on"
        value={judging.implement ?? ""}
        none="on anything"
        options={(lexicon.data?.implements ?? []).map((each) => ({ value: each.id, shown: each.name }))}
        set={set("implement")}
        className={LOOK}
      />
      <Pick
        label="force"
        value={judging.intensity ?? ""}
        none="any force"
        options={INTENSITIES}
        set={set("intensity")}
        className={LOOK}
      />
      <Pick
        label="level"
        value={judging.level ?? ""}
        none="any level"
        options={LEVELS}
        set={set("level")}
        className={LOOK}
      />
      <Pick
        label="partner's stance"
        value={judging.partner ?? ""}
        none="same stance"
        options={[{ value: "opposite", shown: "opposite stance" }]}
        set={set("partner")}
        className={LOOK}
      />
    </div>
  );
}
