import { type RefObject, useEffect } from "react";
import { useLexicon } from "../bench/Completion";
import { useDrills, useShelf } from "../kit/queries";
import { type Offer, ShelfBox } from "../kit/ShelfBox";
import type { What } from "./draft";

/** A new round: a drill, a combination or an exercise by any part of its name, or any other words. */
type Props = { ref: RefObject<HTMLInputElement | null>; focused: boolean; add: (what: What) => void };

export function AddRound({ ref, focused, add }: Props) {
  useEffect(() => {
    if (focused) ref.current?.focus();
  }, [focused, ref]);
  const drills = useDrills();
  const shelf = useShelf();
  const lexicon = useLexicon();
  const offers: Offer<What>[] = [
    ...(drills.data ?? []).map((drill) => ({
      key: drill.id,
      value: { drill },
      name: drill.name,
      hint: `drill on ${drill.implement.replaceAll("-", " ")}`,
    })),
    ...(shelf.data ?? []).map((row) => ({
      key: row.id,
      value: { combination: row },
      name: row.name,
      hint: row.notation,
    })),
    ...(lexicon.data?.exercises ?? []).map((exercise) => ({
      key: exercise.id,
      value: { exercise },
      name: exercise.plain,
      hint: "exercise",
    })),
  ];
  return (
    <ShelfBox
      ref={ref}
      className="mt-2"
      label="Add a round"
      placeholder="Add a round: a drill, a combination, an exercise, or any words"
      offers={offers}
      words={(title) => ({
        key: "words",
        value: { title },
        name: title,
        shown: (
          <span>
            In these words: <strong>{title}</strong>
          </span>
        ),
      })}
      choose={add}
    />
  );
}
