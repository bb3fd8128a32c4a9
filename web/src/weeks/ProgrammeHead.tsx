import { Button } from "../kit/parts";
import { useMayPlan } from "../kit/session";
import { dayAndMonth } from "../kit/time";
import { useSay } from "../kit/toast";
import { count } from "../kit/words";
import type { Programme, useProgrammeChanges } from "./programme";
import { toCome } from "./wanted";

type Props = {
  programme: Programme;
  changes: ReturnType<typeof useProgrammeChanges>;
  busy: boolean;
  open: (sheet: "wanted" | "copy") => void;
};

/** What a programme is called, when it is, and what a coach can do with the whole of it. */
export function ProgrammeHead({ programme, changes, busy, open }: Props) {
  const mayPlan = useMayPlan();
  const say = useSay();
  const { plan: begin, draft, archive } = changes;
  const coming = toCome(programme);
  const makeCards = () =>
    draft.mutate(
      coming.map((meeting) => meeting.on),
      {
        onSuccess: (made) => {
          const stuck = made.find((each) => each.stuck)?.stuck;
          const done =
            made.length === 1 ? "The card is in the calendar." : `${count(made.length, "card")} are in the calendar.`;
          say(stuck ? `${done} ${stuck}` : done);
        },
      },
    );
  const putAway = () =>
    archive.mutate(
      { revision: programme.revision, archived: true },
      {
        onSuccess: (line) =>
          say(`${line.name} is put away.`, () => archive.mutateAsync({ revision: line.revision, archived: false })),
      },
    );
  return (
    <div className="mb-2 flex flex-wrap items-end gap-x-3 gap-y-1">
      <h2 className="wide font-extrabold text-xl leading-tight">{programme.name}</h2>
      <p className="text-ink-soft text-sm">
        {programme.group}, {dayAndMonth(programme.start)} to {dayAndMonth(programme.ends)}, {programme.meetings.length}{" "}
        classes of {programme.slots} technical places
      </p>
      {mayPlan && (
        <div className="no-print ml-auto flex flex-wrap gap-1.5">
          <Button small onClick={() => open("wanted")}>
            What is wanted
          </Button>
          <Button small disabled={busy} onClick={() => begin.mutate()}>
            Plan again
          </Button>
          <Button small disabled={!programme.plan || coming.length === 0 || draft.isPending} onClick={makeCards}>
            {coming[0] ? `Make the cards of week ${coming[0].week + 1}` : "Make cards"}
          </Button>
          <Button small onClick={() => open("copy")}>
            Copy
          </Button>
          <Button small onClick={() => window.print()}>
            Print
          </Button>
          <Button small look="quiet" disabled={archive.isPending} onClick={putAway}>
            Put away
          </Button>
        </div>
      )}
    </div>
  );
}
