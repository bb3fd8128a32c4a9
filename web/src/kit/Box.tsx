import type { ReactNode } from "react";

/** A part of a page with its title. */
export function Box({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section aria-label={title} className="rounded-2xl border-[1.5px] border-seam bg-chalk p-4">
      <h2 className="wide mb-2 font-extrabold text-lg">{title}</h2>
      <div className="grid gap-3">{children}</div>
    </section>
  );
}
