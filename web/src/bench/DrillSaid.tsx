import type { Drill } from "./drills";
import { PathPicture } from "./PathPicture";

/** What the core draws from a drill: the ladder, what the student hears, what the corner says. */
export function DrillSaid({ drill }: { drill: Drill }) {
  const { cues, ladder, findings, feeds, trade, path } = drill.drawn;
  return (
    <>
      {path && <PathPicture path={path} both={drill.both_sides} />}
      {trade && (
        <p className="text-sm">
          <span className="font-semibold">Said before they begin:</span> {trade}
        </p>
      )}
      {feeds.length > 0 && (
        <div className="text-sm">
          <p className="font-semibold">The voice says, in no order</p>
          <p>{feeds.map((feed) => feed.spoken).join(" · ")}</p>
        </div>
      )}
      {ladder && (
        <div className="text-sm">
          <p className="font-semibold">The ladder</p>
          <p>{ladder.join("; ")}</p>
        </div>
      )}
      <div className="text-sm">
        <p className="font-semibold">The student hears</p>
        <ul className="list-disc pl-4">
          {cues.map((cue) => (
            <li key={cue}>{cue}</li>
          ))}
        </ul>
      </div>
      {findings.length > 0 && (
        <div className="text-sm">
          <p className="font-semibold">The corner says</p>
          <ul className="list-disc pl-4">
            {findings.map((finding) => (
              <li key={finding.combination + finding.rule + finding.reason}>
                <strong>{finding.severity}</strong> {finding.reason}{" "}
                <span className="text-ink-soft">({finding.combination})</span>
              </li>
            ))}
          </ul>
        </div>
      )}
    </>
  );
}
