import { useMutation } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { api, data, type OpenClass, Refusal } from "../api/client";
import { Button, Trouble } from "../kit/parts";
import { type Hall, type Pairs, whoIsHere } from "./hall";
import { pairsHere } from "./pairs";

type Props = { opened: OpenClass; hall: Hall; change: (next: (hall: Hall) => Hall) => void };

/** Who works with whom: made by the core; two taps make a pair by hand, which then stays. */
export function PairsPanel({ opened, hall, change }: Props) {
  const [picked, setPicked] = useState<string>();
  const here = whoIsHere(hall);
  const name = (id: string) => opened.students.find((student) => student.id === id)?.name ?? "somebody";
  const make = useMutation({
    mutationFn: (locked: string[][]) =>
      data(
        api.POST("/api/floor/classes/{id}/pairs", {
          params: { path: { id: opened.id } },
          body: { present: hall.present, locked, contact: opened.contact, holding: opened.holding },
        }),
      ),
    onSuccess: (made, locked) => change((was) => ({ ...was, locked, pairs: { ...made, for: here } })),
    // Without the server the device pairs them itself, from the scores it has.
    onError: (error, locked) =>
      error instanceof Refusal &&
      error.offline &&
      change((was) => ({ ...was, locked, pairs: { ...pairsHere(opened.pairing, was.present, locked), for: here } })),
  });
  const { mutate } = make;
  const offline = make.error instanceof Refusal && make.error.offline;
  const locked = hall.locked.filter((ids) => ids.every((id) => hall.present.includes(id)));
  // Whoever comes or leaves changes the pairs; those made by hand stay while both are here.
  // biome-ignore lint/correctness/useExhaustiveDependencies: made again when who is here has changed, and only then.
  useEffect(() => {
    if (hall.present.length < 2 || hall.pairs?.for === here) return;
    const wait = window.setTimeout(() => mutate(locked), 250);
    return () => window.clearTimeout(wait);
  }, [here, mutate]);
  const pick = (id: string) => {
    if (picked === undefined) return setPicked(id);
    setPicked(undefined);
    if (picked === id) return;
    const pair = [picked, id];
    mutate([...locked.filter((ids) => !ids.some((each) => pair.includes(each))), pair]);
  };
  const free = (ids: string[]) => mutate(locked.filter((other) => !other.every((id) => ids.includes(id))));
  const { pairs } = hall;
  return (
    <section aria-label="Pairs">
      <h2 className="wide mb-2 font-bold">Pairs</h2>
      {hall.present.length < 2 && <p className="text-ink-soft">Two who are here make a pair.</p>}
      {make.error && !offline && (
        <div className="mb-2">
          <Trouble error={make.error}>{pairs && "The pairs below are those from before."}</Trouble>
        </div>
      )}
      {offline && (
        <p className="mb-2 border-brass border-l-4 pl-2.5 text-sm">
          Made on this device, without the server: hard stops are kept, and the match is near the best.
        </p>
      )}
      {pairs && hall.present.length > 1 && (
        <>
          <p role="status" className="mb-2 text-ink-soft text-sm">
            {pairs.for !== here && !make.error ? "Making pairs of who is here now … " : ""}
            {picked ? `${name(picked)} with whom? Tap the other one.` : "Tap two names to put them together by hand."}
          </p>
          <ul className={`grid gap-2 ${pairs.for === here ? "" : "opacity-60"}`}>
            {pairs.groups.map((group) => (
              <li key={group.ids.join()} className="rounded-xl border-[1.5px] border-seam bg-chalk px-3 py-2">
                <div className="flex flex-wrap items-center gap-1.5">
                  {group.ids.map((id) => (
                    <Name key={id} id={id} name={name(id)} picked={picked === id} pick={pick} />
                  ))}
                  {group.locked && (
                    <Button small look="quiet" onClick={() => free(group.ids)}>
                      by hand ×<span className="sr-only"> let the pair go</span>
                    </Button>
                  )}
                </div>
                <p className="mt-1 text-ink-soft text-sm">
                  {[group.ids.length === 3 ? "trio" : "", ...group.reasons].filter(Boolean).join(", ") ||
                    "nothing alike but nothing against it"}
                </p>
              </li>
            ))}
            <Unpaired title="Nobody left for" list={pairs.stuck} name={name} picked={picked} pick={pick} />
            <Unpaired title="Works alone" list={pairs.alone} name={name} />
            <Unpaired title="Out today" list={pairs.out ?? []} name={name} />
          </ul>
          {pairs.gap !== 0 && (
            <p className="mt-2 text-ink-soft text-sm">
              {pairs.gap === null
                ? "Not every way could be tried: look twice at who is left and at the trios."
                : `Another pairing could be better by at most ${Math.ceil(pairs.gap)} of ${Math.round(
                    pairs.groups.reduce((sum, group) => sum + group.score, 0),
                  )} points.`}
            </p>
          )}
        </>
      )}
    </section>
  );
}

type NameProps = { id: string; name: string; picked: boolean; pick: (id: string) => void };

function Name({ id, name, picked, pick }: NameProps) {
  return (
    <button
      type="button"
      aria-pressed={picked}
      onClick={() => pick(id)}
      className={`min-h-11 rounded-full border-[1.5px] px-3 font-bold ${picked ? "border-brass bg-brass text-chalk" : "border-seam hover:border-ink"}`}
    >
      {name}
    </button>
  );
}

type UnpairedProps = {
  title: string;
  list: Pairs["stuck"];
  name: (id: string) => string;
  picked?: string;
  pick?: (id: string) => void;
};

function Unpaired({ title, list, name, picked, pick }: UnpairedProps) {
  return list.map(({ id, reasons }) => (
    <li key={id} className="rounded-xl border-2 border-rear border-dashed px-3 py-2">
      <div className="flex flex-wrap items-center gap-1.5">
        <span className="font-semibold text-rear">{title}</span>
        {pick ? (
          <Name id={id} name={name(id)} picked={picked === id} pick={pick} />
        ) : (
          <span className="font-bold">{name(id)}</span>
        )}
      </div>
      <p className="mt-1 text-sm">{reasons.join("; ")}</p>
    </li>
  ));
}
