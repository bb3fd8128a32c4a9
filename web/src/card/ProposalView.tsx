import type { Schemas } from "../api/client";
import { clock, spoken } from "../kit/time";

type Proposal = Schemas["Proposal"];

/** What a proposal would change, round by round, and the sums of the class then. */
export function ProposalView({ proposal }: { proposal: Proposal }) {
  const { total, over, planned_load, findings } = proposal.sums;
  return (
    <div className="text-sm">
      <p className="font-semibold">
        {clock(total)} of {clock(proposal.minutes * 60)},{" "}
        {over > 0 ? `too long by ${spoken(over)}` : over === 0 ? "to the second" : `${spoken(over)} to spare`}
        {" · "}load {Math.round(planned_load)} ·{" "}
        {findings.length === 0 ? "nothing to look at" : `${findings.length} to look at`}
      </p>
      <Changes changes={proposal.changes} />
    </div>
  );
}

/** A difference between two cards, in words. */
export function Changes({ changes }: { changes: Schemas["CardChange"][] }) {
  if (changes.length === 0) return <p className="mt-2 text-ink-soft text-sm">Nothing changes.</p>;
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: a long list is scrolled by keyboard too
    <ul className="mt-2 grid max-h-72 gap-1 overflow-y-auto text-sm" aria-label="What changes" tabIndex={0}>
      {changes.map((change, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a list that does not change while it is shown
        <li key={i} className="flex flex-wrap gap-x-2 border-seam border-b pb-1">
          <strong className={change.kind === "removed" ? "text-rear line-through" : ""}>{change.title}</strong>
          <span>
            {change.kind === "removed"
              ? "left out"
              : change.kind === "added"
                ? "new"
                : change.fields.map((field) => `${field.name}: ${field.was} → ${field.is}`).join(", ")}
          </span>
        </li>
      ))}
    </ul>
  );
}
