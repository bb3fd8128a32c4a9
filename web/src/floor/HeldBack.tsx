import type { Bout } from "../api/client";

/** What somebody who is held back must not do in this round, and what instead. */
export function HoldLine({ hold }: { hold: Bout["held"][string] }) {
  return (
    <span className="block border-brass-bright border-l-4 pl-1.5 font-semibold text-brass-bright text-sm leading-tight">
      not to {hold.cannot.join(" or ")}: {hold.instead}
    </span>
  );
}

type ForbidsProps = { name: string; hold?: Bout["held"][string]; mark: () => void; close: () => void };

/** A mark that a hold forbids is asked first. */
export function Forbids({ name, hold, mark, close }: ForbidsProps) {
  if (!hold) return null;
  return (
    <section
      role="alertdialog"
      aria-label={`${name} is held back`}
      className="mb-2 rounded-xl border-2 border-brass-bright bg-night p-3"
    >
      <p className="font-bold">
        {name} must not {hold.cannot.join(" or ")} today.
      </p>
      <p className="mb-2 text-night-soft text-sm">Instead: {hold.instead}. Was it really that?</p>
      <div className="flex gap-2">
        <button
          type="button"
          onClick={close}
          className="min-h-12 flex-1 rounded-xl bg-brass-bright font-bold text-night"
        >
          No, do not mark it
        </button>
        <button
          type="button"
          onClick={mark}
          className="min-h-12 flex-1 rounded-xl border-2 border-night-line font-semibold"
        >
          Mark it all the same
        </button>
      </div>
    </section>
  );
}
