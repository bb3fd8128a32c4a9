import type { ReactNode, Ref } from "react";

/** A named region that scrolls by itself; it can be reached and scrolled by keyboard. */
export function Scrolling({
  label,
  className = "",
  ref,
  children,
}: {
  ref?: Ref<HTMLElement>;
  label: string;
  className?: string;
  children: ReactNode;
}) {
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: a region that scrolls must be reachable by keyboard
    <section ref={ref} className={`overflow-auto ${className}`} tabIndex={0} aria-label={label}>
      {children}
    </section>
  );
}
