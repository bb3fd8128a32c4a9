import { useMutation, useQueryClient } from "@tanstack/react-query";
import { api, data, type Schemas } from "../api/client";
import { LabelledSelect } from "../kit/LabelledSelect";
import { Field } from "../kit/parts";
import { asks } from "../kit/queries";
import { useMayPlan } from "../kit/session";
import { useStale } from "../kit/stale";

export type School = Schemas["School"];

/** After a change everything that is read again reads as the school now says. */
export function useSettled() {
  const client = useQueryClient();
  const stale = useStale();
  return (school: School) => {
    client.setQueryData(asks.school().queryKey, school);
    stale("school");
  };
}

/** Changes some of the club's settings. */
export function useChangeSettings() {
  return useMutation({
    mutationFn: (settings: Record<string, unknown>) => data(api.PUT("/api/school/settings", { body: { settings } })),
    onSuccess: useSettled(),
  });
}

export function Choose({
  label,
  value,
  options,
  change,
  disabled,
}: {
  label: string;
  value: string;
  options: { value: string; name: string }[];
  change: (value: string) => void;
  disabled?: boolean;
}) {
  return (
    <LabelledSelect label={label} value={value} set={change} disabled={disabled}>
      {options.map((option) => (
        <option key={option.value} value={option.value}>
          {option.name}
        </option>
      ))}
    </LabelledSelect>
  );
}

type NumberFieldProps = {
  label: string;
  value: number | undefined;
  most?: number;
  placeholder?: string;
  set: (value: number) => void;
};

/** A whole number of the school's, kept when it is left; an empty field changes nothing. */
export function NumberField({ label, value, most, placeholder, set }: NumberFieldProps) {
  const mayPlan = useMayPlan();
  return (
    <Field
      label={label}
      type="number"
      min={0}
      max={most}
      defaultValue={value ?? ""}
      placeholder={placeholder}
      disabled={!mayPlan}
      onBlur={({ target }) => target.value.trim() !== "" && Number(target.value) !== value && set(Number(target.value))}
    />
  );
}
