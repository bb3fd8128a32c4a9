/** How a field of a round's further settings looks. */
export const BOX = "min-h-8 w-full rounded-lg border border-seam bg-chalk px-1.5 text-sm";

/** Something that is so of a round or a phase, or not. */
export function Tick({
  label,
  on,
  set,
  name,
}: {
  label: string;
  on: boolean;
  set: (on: boolean) => void;
  name: string;
}) {
  return (
    <label className="flex items-center gap-1.5 self-end pb-1.5">
      <input type="checkbox" checked={on} onChange={(event) => set(event.target.checked)} />
      {label}
      <span className="sr-only">, {name}</span>
    </label>
  );
}
