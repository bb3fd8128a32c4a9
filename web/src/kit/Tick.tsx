type Props = { label: string; on: boolean; set: (on: boolean) => void; disabled?: boolean };

/** Yes or no, with what it says beside it. */
export function Tick({ label, on, set, disabled }: Props) {
  return (
    <label className="flex items-center gap-2 text-sm">
      <input
        type="checkbox"
        className="size-5"
        disabled={disabled}
        checked={on}
        onChange={(event) => set(event.target.checked)}
      />
      {label}
    </label>
  );
}
