import { useLexicon } from "../bench/Completion";
import { useDrills, useFlows, useShelf } from "../kit/queries";
import type { Row } from "./draft";
import { BOX } from "./roundParts";

/** What is drilled: another drill or combination from the shelf takes the place of the one that is there. */
export function Drilled({ row, name, set }: { row: Row; name: string; set: (facts: Partial<Row>) => void }) {
  const drills = useDrills();
  const flows = useFlows();
  const shelf = useShelf();
  const lexicon = useLexicon();
  const value = row.written
    ? "w:"
    : row.combination_id
      ? `c:${row.combination_id}`
      : row.drill_id
        ? `d:${row.drill_id}`
        : row.flow_id
          ? `f:${row.flow_id}`
          : row.exercise
            ? `e:${row.exercise}`
            : "";
  const choose = (chosen: string) => {
    if (chosen === "w:") return;
    const [kind, id] = [chosen.slice(0, 1), chosen.slice(2)];
    set({
      combination_id: kind === "c" ? id : null,
      drill_id: kind === "d" ? id : null,
      flow_id: kind === "f" ? id : null,
      exercise: kind === "e" ? id : null,
      written: null,
      reps: kind === "e" ? row.reps : null,
    });
  };
  const all = [
    ...(drills.data ?? []),
    ...(shelf.data ?? []),
    ...(flows.data ?? []),
    ...(lexicon.data?.exercises ?? []),
  ];
  const listed = value === "w:" || all.some((each) => value.slice(2) === each.id);
  return (
    <label className="mb-2 grid gap-0.5 text-xs sm:max-w-96">
      <span className="font-semibold">what is drilled</span>
      <select
        aria-label={`${name} what is drilled`}
        value={value}
        onChange={(event) => choose(event.target.value)}
        className={BOX}
      >
        <option value="">nothing from the shelf</option>
        {row.written && <option value="w:">{row.written.text} (written here)</option>}
        {value !== "" && !listed && <option value={value}>one taken off the shelf</option>}
        <optgroup label="Drills">
          {drills.data?.map((drill) => (
            <option key={drill.id} value={`d:${drill.id}`}>
              {drill.name}
            </option>
          ))}
        </optgroup>
        <optgroup label="Combinations">
          {shelf.data?.map((each) => (
            <option key={each.id} value={`c:${each.id}`}>
              {each.name}: {each.notation}
            </option>
          ))}
        </optgroup>
        <optgroup label="Flows">
          {flows.data?.map((each) => (
            <option key={each.id} value={`f:${each.id}`}>
              {each.name}
            </option>
          ))}
        </optgroup>
        <optgroup label="Exercises">
          {lexicon.data?.exercises.map((each) => (
            <option key={each.id} value={`e:${each.id}`}>
              {each.plain}
            </option>
          ))}
        </optgroup>
      </select>
    </label>
  );
}
