import { Radio, RadioGroup } from "@headlessui/react";
import type { ReactNode } from "react";

export type Option<T> = { value: T; shown: ReactNode; label?: string };
type Props<T> = {
  label: string;
  options: Option<T>[];
  value: T | null;
  choose: (value: T) => void;
  className: string;
  look: (chosen: boolean) => string;
};

/** One of a few, as buttons: chosen with a tap or with the arrow keys. */
export function Choice<T extends string | number>({ label, options, value, choose, className, look }: Props<T>) {
  return (
    <RadioGroup
      aria-label={label}
      value={value}
      onChange={(next) => next !== null && choose(next)}
      className={className}
    >
      {options.map((option) => (
        <Radio
          key={option.value}
          value={option.value}
          aria-label={option.label}
          title={option.label}
          className={({ checked }) => `flex cursor-pointer items-center justify-center ${look(checked)}`}
        >
          {option.shown}
        </Radio>
      ))}
    </RadioGroup>
  );
}
