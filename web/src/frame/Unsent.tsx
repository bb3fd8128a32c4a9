import { useOutbox } from "../kit/device";
import { WhyUnsent } from "../kit/WhyUnsent";

/** What to say of facts that are on this device alone; nothing where there are none. */
export function useUnsent() {
  const outbox = useOutbox();
  const here = outbox.waiting().length + outbox.refused().length;
  if (outbox.full) return "This device is full";
  if (here > 0) return `${here} not sent yet`;
  return outbox.elsewhere > 0 ? `${outbox.elsewhere} wait for another club of yours` : undefined;
}

/** It is said everywhere: how many, in the band. */
export function Unsent({ said }: { said: string }) {
  const outbox = useOutbox();
  const wrong = outbox.full || outbox.refused().length > 0;
  return (
    <button
      type="button"
      onClick={outbox.retry}
      title="They are sent when there is a network; tap to try now."
      className={`shrink-0 rounded-full border-[1.5px] px-3 py-1 font-semibold text-xs ${wrong ? "border-rear text-rear" : "border-brass"}`}
    >
      {said}
    </button>
  );
}

/** And why, where it is more than the network: below the band, in full. */
export function UnsentBecause() {
  return (
    <WhyUnsent
      refused={useOutbox().refused()}
      className="no-print block border-rear border-b-2 bg-chalk px-[max(0.75rem,calc(50%-720px))] py-2 font-semibold text-sm sm:px-[max(1.25rem,calc(50%-720px))]"
    />
  );
}
