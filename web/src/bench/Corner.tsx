import type { Finding } from "../api/client";
import { Button } from "../kit/parts";

const LOOK = {
  fault: { word: "fault", bar: "bg-rear", text: "text-rear" },
  caution: { word: "caution", bar: "bg-partner", text: "text-partner" },
  weak: { word: "weak link", bar: "bg-brass", text: "text-brass-deep" },
  cue: { word: "cue", bar: "bg-step", text: "text-step" },
};

type Told = Finding & { times: number };

/** The same thing said of several places is said once, with how often. */
function gathered(findings: Finding[]): Told[] {
  const told = new Map<string, Told>();
  for (const finding of findings) {
    const key = `${finding.rule}${finding.reason}`;
    const before = told.get(key);
    if (before) before.times += 1;
    else told.set(key, { ...finding, times: 1 });
  }
  return [...told.values()];
}

type Props = {
  findings?: Finding[];
  written: boolean;
  select: (index: number | null) => void;
  mend: (notation: string) => void;
};

/** The corner: faults, cautions, weak links and cues, each with its mends. */
export function Corner({ findings, written, select, mend }: Props) {
  return (
    <section aria-label="The corner says">
      <h2 className="wide mb-2 font-extrabold text-lg">The corner says</h2>
      {!written && (
        <div className="text-sm">
          <p className="mb-2 text-ink-soft">Write a combination and the corner tells you how it sits on the body.</p>
          <Button onClick={() => mend("1-2-3b-2")}>Try 1-2-3b-2</Button>
        </div>
      )}
      {findings?.length === 0 && (
        <p className="rounded-xl border-[1.5px] border-seam bg-chalk px-4 py-3 text-sm">
          <strong>It flows.</strong> Nothing to mend.
        </p>
      )}
      <ul className="grid gap-2">
        {gathered(findings ?? []).map((finding) => (
          <li
            key={`${finding.rule}${finding.at}${finding.seam}`}
            className="relative overflow-hidden rounded-xl border-[1.5px] border-seam bg-chalk py-2 pr-3 pl-4"
            onMouseEnter={() => select(finding.at)}
            onMouseLeave={() => select(null)}
            onFocus={() => select(finding.at)}
            onBlur={() => select(null)}
          >
            <span aria-hidden="true" className={`absolute inset-y-0 left-0 w-1.5 ${LOOK[finding.severity].bar}`} />
            <p className={`font-bold text-xs ${LOOK[finding.severity].text}`}>
              {LOOK[finding.severity].word}
              {finding.seam && ", from one set to the next"}
              {finding.times > 1 && ` · ${finding.times} times`}
            </p>
            <p className="font-semibold text-[15px] leading-snug">{finding.reason}</p>
            {finding.fixes.length > 0 && (
              <p className="mt-1.5 flex flex-wrap gap-1.5">
                {finding.fixes.map((fix) => (
                  <button
                    key={fix.notation}
                    type="button"
                    title={fix.notation}
                    onClick={() => mend(fix.notation)}
                    className="rounded-full border-[1.5px] border-ink/70 px-2.5 py-1 font-semibold text-[13px] hover:bg-canvas-deep"
                  >
                    {fix.label}
                  </button>
                ))}
              </p>
            )}
          </li>
        ))}
      </ul>
      {findings && (
        <p className="mt-2 text-ink-soft text-xs">
          A house model of what coaches teach, not a measurement of anyone's body.
        </p>
      )}
    </section>
  );
}
