import { Disclosure, DisclosureButton, DisclosurePanel } from "@headlessui/react";
import type { ReactNode } from "react";
import { type Figure, inputs, told } from "./figures";

/** A figure that can be asked where it comes from: formula, what went in, source. */
export function Told({ figure, className = "" }: { figure: Figure; className?: string }) {
  const { title, shown } = told(figure);
  return (
    <Where name={title} className={`rounded-lg bg-canvas px-3 py-2 ${className}`} figure={figure}>
      <p className="text-ink-soft text-xs">{title}</p>
      {shown === null ? (
        <p className="text-sm">{figure.reason}</p>
      ) : (
        <p className="wide font-extrabold text-xl">{shown}</p>
      )}
    </Where>
  );
}

type WhereProps = {
  name: string;
  figure: { formula: string; source: string; inputs?: Figure["inputs"] };
  className?: string;
  children: ReactNode;
};

/** Anything that was worked out, with "where from?" under it. */
export function Where({ name, figure, className = "", children }: WhereProps) {
  return (
    <Disclosure as="div" className={className}>
      {children}
      <DisclosureButton
        aria-label={`${name}, where from?`}
        className="no-print inline-flex min-h-6 items-center text-ink-soft text-xs underline"
      >
        where from?
      </DisclosureButton>
      <DisclosurePanel className="mt-1 text-xs">
        <p>{figure.formula}.</p>
        {inputs(figure.inputs).map(({ name, shown }) => (
          <p key={name} className="break-words">
            <span className="text-ink-soft">{name}</span> {shown}
          </p>
        ))}
        <p className="text-ink-soft">{figure.source}.</p>
      </DisclosurePanel>
    </Disclosure>
  );
}
