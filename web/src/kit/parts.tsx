import type { ButtonHTMLAttributes, InputHTMLAttributes, ReactNode, Ref } from "react";
import { useId } from "react";
import { Refusal } from "../api/client";

const LOOKS = {
  main: "bg-brass text-chalk border-brass hover:bg-brass-deep",
  plain: "bg-chalk text-ink border-ink/70 hover:bg-canvas-deep",
  quiet: "bg-transparent text-ink border-transparent hover:bg-canvas-deep",
  night: "bg-transparent text-canvas border-canvas/80 hover:bg-night-raised",
  nightMain: "bg-brass-bright text-night border-brass-bright hover:bg-brass-light",
};

type ButtonProps = ButtonHTMLAttributes<HTMLButtonElement> & {
  ref?: Ref<HTMLButtonElement>;
  look?: keyof typeof LOOKS;
  big?: boolean;
  small?: boolean;
};

export function Button({
  look = "plain",
  big = false,
  small = false,
  className = "",
  type = "button",
  ...rest
}: ButtonProps) {
  return (
    <button
      type={type}
      className={`inline-flex items-center justify-center gap-2 rounded-full border-[1.5px] font-semibold disabled:cursor-not-allowed disabled:opacity-55 ${big ? "min-h-13 px-7 py-2 text-lg" : small ? "min-h-7 px-2.5 text-xs" : "min-h-9 px-4 py-1.5 text-sm"} ${LOOKS[look]} ${className}`}
      {...rest}
    />
  );
}

type FieldProps = InputHTMLAttributes<HTMLInputElement> & {
  label: string;
  problem?: string;
  hint?: string;
  hideLabel?: boolean;
};

/** What a field of numbers needs to keep to its limits. */
export const within = ([min, max]: readonly [number, number]) => ({ type: "number", min, max }) as const;

/** A labelled input with its problem next to it. */
export function Field({ label, problem, hint, hideLabel = false, className = "", ...rest }: FieldProps) {
  const id = useId();
  return (
    <div className={className}>
      <label htmlFor={id} className={hideLabel ? "sr-only" : "mb-1 block font-semibold text-sm"}>
        {label}
      </label>
      <input
        id={id}
        aria-invalid={problem ? true : undefined}
        aria-describedby={problem || hint ? `${id}-note` : undefined}
        className={`w-full rounded-lg border-[1.5px] bg-chalk px-3 py-2 text-ink placeholder:text-ink-soft ${problem ? "border-rear" : "border-seam"}`}
        {...rest}
      />
      {(problem || hint) && (
        <p id={`${id}-note`} className={`mt-1 text-sm ${problem ? "font-semibold text-rear" : "text-ink-soft"}`}>
          {problem ?? hint}
        </p>
      )}
    </div>
  );
}

/** What went wrong, in place. */
export function Trouble({ error, children }: { error: unknown; children?: ReactNode }) {
  const problems =
    error instanceof Refusal ? error.problems : [{ message: "Something went wrong here. Try once more." }];
  return (
    <div role="alert" className="rounded-lg border-[1.5px] border-rear bg-chalk px-4 py-3 text-sm">
      {problems.map((problem) => (
        <p key={`${problem.path}${problem.message}`} className="font-semibold text-rear">
          {problem.message}
        </p>
      ))}
      {children}
    </div>
  );
}

/** An empty place says what to do first and offers the first step. */
export function Empty({ title, children }: { title: string; children?: ReactNode }) {
  return (
    <div className="rounded-2xl border-2 border-seam border-dashed p-6 text-center">
      <p className="wide mb-2 font-bold text-lg">{title}</p>
      <div className="text-ink-soft">{children}</div>
    </div>
  );
}

export function Waiting({ what }: { what: string }) {
  return (
    <p role="status" className="p-6 text-ink-soft">
      Fetching {what} …
    </p>
  );
}

export function PageTitle({ children, aside }: { children: ReactNode; aside?: ReactNode }) {
  return (
    <div className="mb-3 flex flex-wrap items-end justify-between gap-3">
      <h1 className="wide font-extrabold text-2xl leading-tight">{children}</h1>
      {aside}
    </div>
  );
}
