import { useKeysOf } from "../kit/placeKeys";
import type { Plan, Programme } from "./programme";
import type { At } from "./Strands";

type Keyed = {
  programme: Programme;
  plan: Plan | null;
  chosen: At | null;
  setChosen: (at: At | null) => void;
  pin?: (id: string, from: string, to: string) => void;
  undo: () => void;
};

/** From place to place with the arrows; with Alt a place is pinned a class earlier or later. */
export function usePlanKeys({ programme, plan, chosen, setChosen, pin, undo }: Keyed) {
  const focus = (at: At) => {
    setChosen(at);
    requestAnimationFrame(() => document.querySelector<HTMLElement>(`[data-place="${at.on} ${at.id}"]`)?.focus());
  };
  const all = (plan?.classes ?? []).flatMap((planned) =>
    planned.places.map((each) => ({ on: planned.on, id: each.combination_id })),
  );
  const along = (by: number) => {
    if (!chosen) return all[0] && focus(all[0]);
    const strand = all.filter((each) => each.id === chosen.id);
    const at = strand[strand.findIndex((each) => each.on === chosen.on) + by];
    if (at) focus(at);
  };
  const within = (by: number) => {
    if (!chosen) return all[0] && focus(all[0]);
    const there = all.filter((each) => each.on === chosen.on);
    const at = there[there.findIndex((each) => each.id === chosen.id) + by];
    if (at) focus(at);
  };
  const move = (by: number) => {
    const open = programme.meetings.filter((meeting) => !meeting.past);
    const to = open[open.findIndex((meeting) => meeting.on === chosen?.on) + by];
    if (chosen && to && pin && open.some((meeting) => meeting.on === chosen.on)) pin(chosen.id, chosen.on, to.on);
  };
  useKeysOf("Weeks", [
    { keys: "ArrowRight", does: "The next place of the strand", run: () => along(1) },
    { keys: "ArrowLeft", does: "The place before it", run: () => along(-1) },
    { keys: "ArrowDown", does: "The next place of the class", run: () => within(1) },
    { keys: "ArrowUp", does: "The one before it", run: () => within(-1) },
    { keys: "Alt+ArrowRight", does: "Pin it to the class after", run: () => move(1) },
    { keys: "Alt+ArrowLeft", does: "Pin it to the class before", run: () => move(-1) },
    { keys: "Ctrl+z", does: "Undo the last change", run: undo },
    { keys: "p", does: "Pin it where it is", run: () => chosen && pin?.(chosen.id, chosen.on, chosen.on) },
  ]);
}
