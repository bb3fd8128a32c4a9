import { useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { useNavigate } from "react-router";
import type { Card, Refusal } from "../api/client";
import { Button, Empty, Trouble } from "../kit/parts";
import { useKeysOf } from "../kit/placeKeys";
import { asks, useShelf } from "../kit/queries";
import { useClub, useMayPlan } from "../kit/session";
import { keep } from "../kit/stored";
import { useSay } from "../kit/toast";
import { count } from "../kit/words";
import { AddRound } from "./AddRound";
import { BlockRows } from "./BlockRows";
import { CardHead } from "./CardHead";
import type { Open } from "./CardMenu";
import { addRound, countOf } from "./draft";
import { Findings } from "./Findings";
import { FitSheet } from "./FitSheet";
import { HistorySheet } from "./HistorySheet";
import { ParentSheet } from "./ParentSheet";
import { Rope } from "./Rope";
import { Scales } from "./Scales";
import { ScheduleSheet } from "./ScheduleSheet";
import { draftKey, useCardDraft } from "./useCardDraft";
import { VariantSheet } from "./VariantSheet";

/** A card and everything that is worked out about it while it is edited. */
export function CardEditor({ card }: { card: Card }) {
  const edited = useCardDraft(card);
  const { draft, changed, asked, sums, save, conflict, problem, mend, set, setBlocks, take, history } = edited;
  const shelf = useShelf();
  const mayPlan = useMayPlan();
  const club = useClub();
  const say = useSay();
  const navigate = useNavigate();
  const adding = useRef<HTMLInputElement>(null);
  const [open, setOpen] = useState<Open>(null);
  const [looking, setLooking] = useState<string | null>(null);
  const close = () => setOpen(null);

  const run = () => navigate(`/floor?card=${card.id}`);
  useKeysOf("The Card", [
    { keys: "n", does: "new round", run: () => adding.current?.focus() },
    { keys: "Alt+f", does: "make it fit", run: () => mayPlan && setOpen({ what: "fit" }) },
    { keys: "Ctrl+Enter", does: "save the card", run: () => changed && mayPlan && save() },
    { keys: "Ctrl+z", does: "undo", run: history.undo },
    { keys: "Ctrl+Shift+z", does: "redo", run: history.redo },
    { keys: "Alt+ArrowUp", does: "move the round up (in a round)", run: () => {} },
    { keys: "Alt+ArrowDown", does: "move the round down (in a round)", run: () => {} },
    { keys: "Alt+ArrowLeft", does: "into the block before (in a round)", run: () => {} },
    { keys: "Alt+ArrowRight", does: "into the block after (in a round)", run: () => {} },
    { keys: "Alt+Enter", does: "more of the round (in a round)", run: () => {} },
    { keys: "Alt+d", does: "double the round (in a round)", run: () => {} },
    { keys: "Alt+Backspace", does: "remove the round (in a round)", run: () => {} },
    { keys: "r", does: "run it on the Floor", run },
  ]);

  const jump = ([block, round]: number[]) => {
    const rows = draft.blocks[block ?? -1]?.rounds;
    setLooking(null);
    requestAnimationFrame(() => setLooking(rows?.[round ?? 0]?.key ?? null));
  };
  const rounds = countOf(draft.blocks);
  return (
    <>
      <h1 className="sr-only">Card: {card.name}</h1>
      <CardHead card={card} edited={edited} mayPlan={mayPlan} open={setOpen} run={run} />
      {problem && (
        <div className="mb-2">
          <Trouble error={problem}>{conflict && <Theirs refusal={conflict} id={card.id} />}</Trouble>
        </div>
      )}
      <Rope blocks={draft.blocks} sums={sums.data} minutes={draft.minutes} />
      <div className="mt-2 grid gap-4 lg:grid-cols-[minmax(0,1fr)_296px]">
        <div className="min-w-0">
          {rounds === 0 && (
            <Empty title="No rounds yet">
              Write it below, a line for each round, as you would on a whiteboard: <strong>rope 5:00</strong>, Enter,{" "}
              <strong>1-2-3 2:00 mitts</strong>, Enter.
            </Empty>
          )}
          <BlockRows
            blocks={draft.blocks}
            sums={sums.data}
            shelf={shelf.data ?? []}
            set={setBlocks}
            readOnly={!mayPlan}
            looking={looking}
          />
          {mayPlan && (
            <AddRound
              ref={adding}
              focused={rounds === 0}
              blocks={draft.blocks}
              add={(kind, round) => setBlocks((now) => addRound(now, kind, round)[0])}
            />
          )}
        </div>
        <aside aria-label="What it comes to" className="grid h-fit gap-3 rounded-2xl bg-canvas-deep px-3.5 py-3">
          <Scales sums={sums.data} minutes={draft.minutes} />
          <Findings
            findings={sums.data?.findings ?? []}
            jump={jump}
            mend={(finding, label) => mend.mutate({ finding, label })}
            mayMend={mayPlan}
          />
        </aside>
      </div>
      {open?.what === "fit" && (
        <FitSheet
          asked={asked}
          close={close}
          take={(blocks, minutes) => {
            take(blocks, minutes);
            close();
            say("It fits.", history.undo);
          }}
        />
      )}
      {open?.what === "variant" && <VariantSheet parent={card} asked={asked} close={close} />}
      {open?.what === "history" && (
        <HistorySheet
          id={card.id}
          asked={asked}
          zone={club.time_zone}
          close={close}
          restore={(then) => {
            take(then.blocks, then.minutes, then.name);
            close();
            say("That version is back; save it to keep it.", history.undo);
          }}
        />
      )}
      {open?.what === "schedule" && <ScheduleSheet card={card} close={close} />}
      {open?.what === "difference" && card.parent_id && (
        <ParentSheet parent={card.parent_id} asked={asked} close={close} />
      )}
      {draft.students !== null && (
        <p className="mt-2 text-ink-soft text-sm">
          Reckoned for {count(draft.students, "student")}.{" "}
          <Button look="quiet" small onClick={() => set({ students: null })}>
            Back to the group's own number
          </Button>
        </p>
      )}
    </>
  );
}

/** Somebody saved meanwhile: both versions are kept until the coach chooses. */
function Theirs({ refusal, id }: { refusal: Refusal; id: string }) {
  const client = useQueryClient();
  const theirs = refusal.current as Card | undefined;
  if (!theirs) return null;
  const titles = theirs.blocks.flatMap((block) => block.rounds.map((round) => round.title));
  return (
    <div className="mt-2 flex flex-wrap items-center gap-3">
      <p>
        Theirs has {count(titles.length, "round")} ({titles.join(", ")}). Yours is still here.
      </p>
      <Button onClick={() => client.setQueryData(asks.card(id).queryKey, theirs)}>Keep mine, on top of theirs</Button>
      <Button
        onClick={() => {
          keep(draftKey(id), undefined);
          client.setQueryData(asks.card(id).queryKey, theirs);
        }}
      >
        Take theirs
      </Button>
    </div>
  );
}
