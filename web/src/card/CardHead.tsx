import type { Card } from "../api/client";
import { LEVELS, LIMITS } from "../api/known";
import { Pick } from "../kit/Pick";
import { Button, within } from "../kit/parts";
import { usePeople } from "../kit/queries";
import { clock, spoken } from "../kit/time";
import { CardMenu, type Open } from "./CardMenu";
import type { useCardDraft } from "./useCardDraft";

type Props = {
  card: Card;
  edited: ReturnType<typeof useCardDraft>;
  mayPlan: boolean;
  open: (open: Open) => void;
  run: () => void;
};
const FIELD =
  "rounded-lg border-[1.5px] border-transparent bg-transparent px-1.5 hover:border-seam focus:border-ink focus:bg-chalk";

/** Title, whom it is for, how long, and what can be done with it. */
export function CardHead({ card, edited, mayPlan, open, run }: Props) {
  const { draft, changed, sums, save, saving, set, history } = edited;
  const people = usePeople();
  const group = people.data?.groups.find((each) => each.id === draft.group_id);
  const total = sums.data?.total ?? 0;
  const over = total - draft.minutes * 60;
  return (
    <header className="mb-2">
      <div className="flex flex-wrap items-center gap-x-2 gap-y-1">
        <input
          aria-label="Title"
          value={draft.name}
          maxLength={80}
          readOnly={!mayPlan}
          onChange={(event) => set({ name: event.target.value }, "name")}
          className={`wide -ml-1.5 min-w-48 flex-1 font-extrabold text-2xl ${FIELD}`}
        />
        <p
          role="status"
          aria-label="Length of the class"
          className={`rounded-full px-3 py-1 font-bold text-sm ${over > 0 ? "bg-rear text-chalk" : "bg-canvas-deep text-ink"}`}
        >
          {clock(total)} ·{" "}
          {over > 0 ? `too long by ${spoken(over)}` : over === 0 ? "fits to the second" : `${spoken(over)} to spare`}
        </p>
        {mayPlan && <Button onClick={() => open({ what: "fit" })}>Make it fit</Button>}
        <CardMenu card={card} draft={draft} changed={changed} mayPlan={mayPlan} open={open} />
        {mayPlan && (
          <>
            <Button onClick={history.undo} disabled={!history.canUndo}>
              Undo
            </Button>
            <Button look="main" onClick={save} disabled={!changed || saving}>
              {changed ? "Save" : "Saved"}
            </Button>
          </>
        )}
      </div>
      <div className="-ml-1.5 flex flex-wrap items-center gap-x-2 text-sm">
        <Pick
          label="Level"
          value={draft.level ?? ""}
          none="any level"
          options={LEVELS}
          disabled={!mayPlan}
          set={(level) => set({ level: level || null })}
          className={`text-sm ${FIELD}`}
        />
        <Pick
          label="Group"
          value={draft.group_id ?? ""}
          none="no group"
          options={(people.data?.groups ?? []).map((each) => ({ value: each.id, shown: each.name }))}
          disabled={!mayPlan}
          set={(id) => set({ group_id: id || null })}
          className={`max-w-40 text-sm ${FIELD}`}
        />
        <label className="flex items-center text-sm">
          <input
            aria-label="Students expected"
            inputMode="numeric"
            placeholder={group ? String(sums.data?.students ?? "") : "–"}
            value={draft.students ?? ""}
            onChange={(event) => {
              const digits = event.target.value.replace(/\D/g, "");
              set({ students: digits === "" ? null : Math.min(500, Math.max(1, Number(digits))) }, "students");
            }}
            className={`w-11 text-right font-bold placeholder:text-ink ${FIELD}`}
          />
          students
        </label>
        <label className="flex items-center text-sm">
          <input
            aria-label="Class minutes"
            {...within(LIMITS.cardMinutes)}
            readOnly={!mayPlan}
            value={draft.minutes}
            onChange={(event) => set({ minutes: Number(event.target.value) }, "minutes")}
            className={`w-14 text-right font-bold ${FIELD}`}
          />
          min
        </label>
        {card.variant && card.parent_id && (
          <p>
            A version ({card.variant}) of another card.{" "}
            <button type="button" className="font-semibold underline" onClick={() => open({ what: "difference" })}>
              What differs
            </button>
          </p>
        )}
        <Button look="quiet" className="ml-auto" small onClick={run} disabled={changed}>
          Run it
        </Button>
      </div>
    </header>
  );
}
