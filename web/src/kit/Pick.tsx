type Props<T extends string> = {
  label: string;
  value: T | "";
  set: (value: T | "") => void;
  options: readonly (T | { value: T; shown: string })[];
  /** What no choice means, where there may be none. */
  none?: string;
  field?: string;
  disabled?: boolean;
  className?: string;
};

/** A choice from a few words. */
export function Pick<T extends string>({
  label,
  value,
  set,
  options,
  none,
  field,
  disabled,
  className = "",
}: Props<T>) {
  return (
    <select
      aria-label={label}
      data-field={field}
      disabled={disabled}
      value={value}
      onChange={(event) => set(event.target.value as T | "")}
      className={className}
    >
      {none !== undefined && <option value="">{none}</option>}
      {options.map((option) => {
        const { value: one, shown } = typeof option === "string" ? { value: option, shown: option } : option;
        return (
          <option key={one} value={one}>
            {shown}
          </option>
        );
      })}
    </select>
  );
}
