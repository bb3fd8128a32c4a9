import type { ReactNode } from "react";

/** A visible label over a field that names itself to a screen reader. */
export function Labelled({ title, small = false, children }: { title: string; small?: boolean; children: ReactNode }) {
  return (
    <div className="grid min-w-0 gap-0.5">
      <span aria-hidden="true" className={`truncate font-semibold ${small ? "text-xs" : "text-sm"}`}>
        {title}
      </span>
      {children}
    </div>
  );
}
