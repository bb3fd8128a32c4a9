import type { ReactNode } from "react";
import { Button as PlainButton } from "../kit/parts";

type ButtonProps = Parameters<typeof PlainButton>[0];

/** As large as a wrapped hand needs it. */
export function Button({ small = false, className = "", ...rest }: ButtonProps) {
  return (
    <PlainButton {...rest} big={!small} className={`${small ? "min-h-11 px-4" : "min-h-14 w-full"} ${className}`} />
  );
}

/** Something of the page with its name. */
export function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section aria-label={title} className="mb-7">
      <h3 className="wide mb-2 font-extrabold text-xl">{title}</h3>
      {children}
    </section>
  );
}

export const Card = ({ children }: { children: ReactNode }) => (
  <div className="rounded-2xl border-[1.5px] border-seam bg-chalk p-4 text-lg">{children}</div>
);
