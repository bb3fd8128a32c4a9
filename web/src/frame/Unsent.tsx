import { useOutbox } from "../kit/device";
import { WhyUnsent } from "../kit/WhyUnsent";

/** Facts that are on this device alone are said everywhere: how many, in the band. */
export function Unsent() {
  const outbox = useOutbox();
  const [waiting, refused] = [outbox.waiting().length, outbox.refused().length];
  if (waiting + refused + outbox.elsewhere === 0 && !outbox.full) return null;
  const said = outbox.full
    ? "This device is full"
    : waiting + refused > 0
      ? `${waiting + refused} not sent yet`
      : `${outbox.elsewhere} wait for another club of yours`;
  return (
    <button
      type="button"
      onClick={outbox.retry}
      title="They are sent when there is a network; tap to try now."
      className={`rounded-full border-[1.5px] px-3 py-1 font-semibold text-xs ${refused > 0 || outbox.full ? "border-rear text-rear" : "border-brass"}`}
    >
      {said}
    </button>
  );
}

/** And why, where it is more than the network: below the band, in full. */
export function UnsentBecause() {
  const outbox = useOutbox();
  const refused = outbox.refused();
  const said = outbox.full || refused.length > 0 || (outbox.refusal !== undefined && outbox.waiting().length > 0);
  if (!said) return null;
  return (
    <p className="no-print border-rear border-b-2 bg-chalk px-3 py-2 text-sm sm:px-5">
      <WhyUnsent refused={refused} className="mx-auto block max-w-[1440px] font-semibold" />
    </p>
  );
}
