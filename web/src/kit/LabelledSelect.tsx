import { type ReactNode, useId } from "react";

type Props = {
  label: string;
  value: string;
  set: (value: string) => void;
  disabled?: boolean;
  /** Words to choose from, where they say themselves what they mean. */
  options?: readonly string[];
  children?: ReactNode;
};

/** A choice from a few words with its label over it. */
export function LabelledSelect({ label, value, set, disabled, options, children }: Props) {
  const id = useId();
  return (
    <div className="grid min-w-0 content-start gap-1 text-sm">
      <label htmlFor={id} className="font-semibold">
        {label}
      </label>
      <select
        id={id}
        value={value}
        disabled={disabled}
        onChange={(event) => set(event.target.value)}
        className="w-full rounded-lg border-[1.5px] border-seam bg-chalk px-3 py-2"
      >
        {options?.map((word) => (
          <option key={word}>{word}</option>
        ))}
        {children}
      </select>
    </div>
  );
}
