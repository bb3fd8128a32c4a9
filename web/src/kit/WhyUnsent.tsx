import { useOutbox } from "./device";
import type { Row } from "./outbox";

const ON_PAPER = "mb-4 block border-rear border-l-4 pl-2.5 text-left font-semibold text-rear text-sm";

/** In full, why something could not be kept or stored: of the device, or of the facts the server would not have. Nothing
 * where it is the network alone. */
export function WhyUnsent({ refused, className = ON_PAPER }: { refused: Row[]; className?: string }) {
  const { full, refusal, retry } = useOutbox();
  if (full)
    return (
      <span role="alert" className={className}>
        This device is full: free some room, or what is tapped may be lost.
      </span>
    );
  if (refusal)
    return (
      <span role="alert" className={className}>
        Not stored yet: {refusal.message}{" "}
        {refusal.status === 401 && (
          <a href="/floor" className="underline">
            Sign in; what you tapped is kept
          </a>
        )}
      </span>
    );
  if (refused.length === 0) return null;
  return (
    <span role="alert" className={className}>
      {refused.length} not stored: {refused[0]?.why}{" "}
      <button type="button" className="underline" onClick={retry}>
        Try again
      </button>
    </span>
  );
}
