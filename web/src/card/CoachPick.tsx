import { Pick } from "../kit/Pick";
import { useCoaches } from "../kit/queries";

type Props = { label?: string; value?: number | null; set: (coach: number | null) => void; className: string };

/** Who runs a class, or nobody yet. */
export function CoachPick({ label = "Coach", value = null, set, className }: Props) {
  const coaches = useCoaches().data ?? [];
  return (
    <Pick
      label={label}
      value={value === null ? "" : String(value)}
      none="nobody yet"
      options={coaches.map((each) => ({ value: String(each.id), shown: each.name }))}
      set={(id) => set(id === "" ? null : Number(id))}
      className={className}
    />
  );
}
