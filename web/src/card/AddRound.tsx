import { useQuery, useQueryClient } from "@tanstack/react-query";
import { type RefObject, useEffect, useRef, useState } from "react";
import { useLexicon } from "../bench/Completion";
import { asks, useDrills, useFlows, useShelf } from "../kit/queries";
import { type Offer, ShelfBox } from "../kit/ShelfBox";
import { type Block, type DraftBlock, type Round, soFar } from "./draft";

type Props = {
  ref: RefObject<HTMLInputElement | null>;
  focused: boolean;
  blocks: DraftBlock[];
  add: (kind: Block["kind"], round: Round) => void;
};

/** A new round, written as on a whiteboard: a combination, a drill, a flow, exercises, or plain words, with a length. */
export function AddRound({ ref, focused, blocks, add }: Props) {
  useEffect(() => {
    if (focused) ref.current?.focus();
  }, [focused, ref]);
  const drills = useDrills();
  const flows = useFlows();
  const shelf = useShelf();
  const lexicon = useLexicon();
  const client = useQueryClient();
  const [problems, setProblems] = useState<string[]>([]);
  const before = soFar(blocks);
  const stands = useRef(blocks);
  stands.current = blocks;
  // One line after another, whatever is typed meanwhile: each is read beside what stands by then.
  const queue = useRef(Promise.resolve(true));
  const write = (text: string): Promise<boolean> => {
    queue.current = queue.current.then(async () => {
      try {
        const { lines } = await client.fetchQuery(asks.written({ text, blocks: soFar(stands.current) }));
        for (const { block, round } of lines) if (block && round) add(block, round);
        setProblems(lines.flatMap(({ problem }) => problem ?? []));
        return lines.some(({ problem }) => problem === null);
      } catch (error) {
        setProblems([(error as Error).message]);
        return false;
      }
    });
    return queue.current;
  };
  const named = (key: string, name: string, hint: string): Offer<string> => ({ key, value: name, name, hint });
  const offers = [
    ...(drills.data ?? []).map((drill) =>
      named(drill.id, drill.name, `drill on ${drill.implement.replaceAll("-", " ")}`),
    ),
    ...(flows.data ?? []).map((flow) => named(flow.id, flow.name, "flow")),
    ...(shelf.data ?? []).map((row) => named(row.id, row.name, row.notation)),
    ...(lexicon.data?.exercises ?? []).map((exercise) => named(exercise.id, exercise.plain, exercise.for)),
  ];
  return (
    <div className="mt-2">
      <ShelfBox<string>
        ref={ref}
        label="Add a round"
        placeholder="Write a round: 1-2-3 2:00 mitts · rope 5:00 · hip circles 0:30, squats 20 · 3 x 2:00 cross bag · any words"
        offers={offers}
        first={(text) => ({
          key: "written",
          value: text,
          name: text,
          shown: <AsRead text={text} before={before} />,
        })}
        choose={write}
        pasted={write}
      />
      {problems.map((problem) => (
        <p key={problem} role="alert" className="mt-1 px-2 font-semibold text-rear text-sm">
          {problem}
        </p>
      ))}
    </div>
  );
}

/** How a line is read, while it is typed. */
function AsRead({ text, before }: { text: string; before: ReturnType<typeof soFar> }) {
  const read = useQuery(asks.written({ text, blocks: before }));
  const line = read.isPlaceholderData ? undefined : read.data?.lines[0];
  return (
    <span className="min-w-0">
      <span className="font-semibold">{text}</span>{" "}
      <span className={line?.problem ? "text-rear text-sm" : "text-ink-soft text-sm"}>
        {line?.problem ?? line?.said ?? ""}
      </span>
    </span>
  );
}
