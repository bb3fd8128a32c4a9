import type { ReactNode } from "react";
import { Button as PlainButton } from "../kit/parts";

type ButtonProps = Parameters<typeof PlainButton>[0];

/** As large as a wrapped hand needs it. */
export function Button({ small = false, className = "", ...rest }: ButtonProps) {
  return (
    <PlainButton {...rest} big={!small} className={`${small ? "min-h-11 px-4" : "min-h-14 w-full"} ${className}`} />
  );
}

type ChoiceProps = Omit<ButtonProps, "small" | "look" | "aria-pressed"> & { chosen: boolean };

/** One of several to choose from. */
export const Choice = ({ chosen, ...rest }: ChoiceProps) => (
  <Button {...rest} small aria-pressed={chosen} look={chosen ? "main" : "plain"} />
);

/** Something of the page with its name. */
export function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section aria-label={title} className="mb-7">
      <h3 className="wide mb-2 font-extrabold text-xl">{title}</h3>
      {children}
    </section>
  );
}

type WordsProps = { label: string; value: string; set: (text: string) => void };

/** A few sentences. */
export const Words = ({ label, value, set }: WordsProps) => (
  <label className="grid gap-1 font-semibold">
    {label}
    <textarea
      rows={3}
      maxLength={1000}
      value={value}
      onChange={(event) => set(event.target.value)}
      className="rounded-lg border-[1.5px] border-seam bg-chalk px-3 py-2 font-normal text-lg"
    />
  </label>
);

export const Card = ({ children }: { children: ReactNode }) => (
  <div className="rounded-2xl border-[1.5px] border-seam bg-chalk p-4 text-lg">{children}</div>
);
