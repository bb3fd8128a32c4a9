import { Shape } from "./Shape";

/** What the shapes of places mean. */
export function Legend() {
  return (
    <p className="mt-1 flex flex-wrap items-center gap-x-3 text-xs">
      <span className="flex items-center gap-1">
        <Shape kind="new" /> new
      </span>
      <span className="flex items-center gap-1">
        <Shape kind="climb" /> a rung up
      </span>
      <span className="flex items-center gap-1">
        <Shape kind="learn" /> being learned
      </span>
      <span className="flex items-center gap-1">
        <Shape kind="review" /> a review
      </span>
      <span className="flex items-center gap-1.5">
        <span className="ml-1">
          <Shape kind="learn" pinned />
        </span>{" "}
        pinned
      </span>
      <span className="text-ink-soft">
        The higher in its row, the higher the rung; a number says how many rounds of the class it takes. Drag to pin. Of
        classes that are over, what was left out is faint, and a dot was drilled without having been planned.
      </span>
    </p>
  );
}
