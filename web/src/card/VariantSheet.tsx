import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { api, data, type Schemas } from "../api/client";
import { newId } from "../kit/ids";
import { Button, Trouble } from "../kit/parts";
import { asks } from "../kit/queries";
import { Sheet } from "../kit/Sheet";
import { count } from "../kit/words";
import { ProposalView } from "./ProposalView";

type Kind = Schemas["Variant"];
const KINDS: Record<Kind, { ask: string; name: string }> = {
  "no partner": { ask: "no partners", name: "without partners" },
  "no bag": { ask: "no bags", name: "without bags" },
  "no gloves": { ask: "no gloves", name: "without gloves" },
  "no space": { ask: "no floor space", name: "on the spot" },
  beginners: { ask: "beginners, all of them", name: "for beginners" },
  "beginners beside": { ask: "beginners in place beside the others", name: "beginners in place" },
  juniors: { ask: "juniors", name: "for juniors" },
};
type Props = {
  parent: { id: string; name: string; level: Schemas["LevelOrNone"]; group_id: string | null; variant: string | null };
  asked: Schemas["Draft"];
  close: () => void;
};

/** Versions of the card, all in one place and any of them together: what would differ, then a card of its own that remembers where it comes from. */
export function VariantSheet({ parent, asked, close }: Props) {
  // A version of a version begins with what that one was for: nothing brings partners back that are not there.
  const [kinds, setKinds] = useState<Kind[]>(() =>
    (Object.keys(KINDS) as Kind[]).filter((kind) => parent.variant?.split(", ").includes(kind)),
  );
  const [minutes, setMinutes] = useState("");
  const [load, setLoad] = useState("");
  const navigate = useNavigate();
  const to_minutes = within(minutes, 360);
  const to_load = within(load, 10_000);
  const nothing = kinds.length === 0 && !to_minutes && !to_load;
  const body = { ...asked, kinds, ...(to_minutes && { to_minutes }), ...(to_load && { to_load }) };
  const version = useQuery({ ...asks.variant(body), enabled: !nothing });
  const said = [
    ...kinds.map((kind) => KINDS[kind].name),
    to_minutes && `in ${count(to_minutes, "minute")}`,
    to_load && "on an easier day",
  ].filter(Boolean);
  const variant = [...kinds, to_minutes && "shorter", to_load && "easier"].filter(Boolean).join(", ");
  const make = useMutation({
    mutationFn: (proposal: Schemas["Proposal"]) =>
      data(
        api.POST("/api/card/cards", {
          body: {
            id: newId(),
            name: `${parent.name}, ${said.join(", ")}`.slice(0, 80),
            minutes: proposal.minutes,
            level: parent.level,
            group_id: parent.group_id,
            blocks: proposal.blocks,
            parent_id: parent.id,
            variant,
          },
        }),
      ),
    onSuccess: (card) => navigate(`/card/${card.id}`),
  });
  const toggle = (kind: Kind) =>
    setKinds((now) => (now.includes(kind) ? now.filter((each) => each !== kind) : [...now, kind]));
  const ready = !nothing && version.data && !version.isPlaceholderData && !version.error;
  return (
    <Sheet open close={close} title="A version for …">
      <fieldset className="mb-3 grid gap-x-4 gap-y-1 sm:grid-cols-2">
        <legend className="mb-1 text-ink-soft text-sm">Any of them together</legend>
        {(Object.keys(KINDS) as Kind[]).map((kind) => (
          <label key={kind} className="flex min-h-9 items-center gap-2 font-semibold text-sm">
            <input type="checkbox" className="size-5" checked={kinds.includes(kind)} onChange={() => toggle(kind)} />
            {KINDS[kind].ask}
          </label>
        ))}
        <Limit label="less time, minutes" value={minutes} set={setMinutes} placeholder={String(asked.minutes)} />
        <Limit label="an easier day, load at most" value={load} set={setLoad} placeholder="no limit" />
      </fieldset>
      {version.error && !nothing && <Trouble error={version.error} />}
      {make.error && <Trouble error={make.error} />}
      {version.isFetching && !version.data && <p role="status">Working it out …</p>}
      {nothing && (
        <p className="text-ink-soft text-sm">Say what is different, and what changes is shown round by round.</p>
      )}
      {ready && <ProposalView proposal={version.data} />}
      <p className="mt-3 text-ink-soft text-xs">
        Efforts come down before rounds go; of rounds that matter alike technique is kept before finishers; hard rounds
        keep the rest their effort needs.
      </p>
      <div className="mt-4 flex justify-end gap-2">
        <Button onClick={close}>Leave it</Button>
        <Button
          look="main"
          disabled={!ready || make.isPending}
          onClick={() => version.data && make.mutate(version.data)}
        >
          Make this card
        </Button>
      </div>
    </Sheet>
  );
}

/** A whole number from 1, as typed; undefined for none. */
function within(text: string, most: number): number | undefined {
  const number = Number(text);
  return number >= 1 ? Math.min(number, most) : undefined;
}

type LimitProps = { label: string; value: string; set: (text: string) => void; placeholder: string };

function Limit({ label, value, set, placeholder }: LimitProps) {
  return (
    <label className="flex min-h-9 items-center gap-2 font-semibold text-sm">
      <input
        inputMode="numeric"
        value={value}
        placeholder={placeholder}
        onChange={(event) => set(event.target.value.replace(/\D/g, ""))}
        className="w-20 rounded-lg border-[1.5px] border-seam bg-chalk px-2 py-1 font-bold"
      />
      {label}
    </label>
  );
}
