import type { CardFinding } from "../api/client";

const LOOKS = {
  fault: { word: "Fault", bar: "border-rear", text: "text-rear" },
  caution: { word: "Caution", bar: "border-brass", text: "text-brass" },
  weak: { word: "Weak", bar: "border-partner", text: "text-partner" },
  cue: { word: "Cue", bar: "border-defence", text: "text-defence" },
};

type Props = {
  findings: CardFinding[];
  jump: (at: number[]) => void;
  mend: (finding: CardFinding, label: string) => void;
  mayMend: boolean;
};

/** What the checks say of a card, worst first; each leads to its round and offers what would mend it. */
export function Findings({ findings, jump, mend, mayMend }: Props) {
  return (
    <section aria-label="What to look at" className="min-h-0">
      <h2 className="wide mb-1 font-extrabold text-lg">
        To look at <span className="font-normal text-ink-soft text-sm">{findings.length || "nothing"}</span>
      </h2>
      {findings.length === 0 && <p className="text-ink-soft text-sm">In order: nothing to say against this card.</p>}
      <ul className="grid gap-1.5">
        {findings.map((finding) => (
          <li
            key={`${finding.rule}${finding.at.join()}${finding.reason}`}
            className={`rounded-r-lg border-l-4 bg-chalk py-1.5 pr-2 pl-2.5 text-[13px] leading-snug ${LOOKS[finding.severity].bar}`}
          >
            <strong className={LOOKS[finding.severity].text}>{LOOKS[finding.severity].word}. </strong>
            {finding.reason}
            {finding.details.length > 0 && (
              <details className="mt-0.5">
                <summary className="cursor-pointer font-semibold text-xs">What instead</summary>
                <ul className="mt-1 grid gap-1 text-xs">
                  {finding.details.map((detail) => (
                    <li key={detail}>{detail}</li>
                  ))}
                </ul>
              </details>
            )}
            <span className="mt-1 flex flex-wrap gap-1 empty:hidden">
              {finding.at.length > 0 && (
                <button
                  type="button"
                  onClick={() => jump(finding.at)}
                  className="rounded-full px-2 py-0.5 font-semibold text-xs underline hover:bg-canvas-deep"
                >
                  show it
                </button>
              )}
              {mayMend &&
                finding.mends.map((label) => (
                  <button
                    key={label}
                    type="button"
                    onClick={() => mend(finding, label)}
                    className="rounded-full border border-ink/60 px-2 py-0.5 text-left font-semibold text-xs hover:bg-canvas-deep"
                  >
                    {label}
                  </button>
                ))}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
