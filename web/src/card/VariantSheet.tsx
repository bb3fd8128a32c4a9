import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { api, data, type Schemas } from "../api/client";
import { newId } from "../kit/ids";
import { Button, Trouble } from "../kit/parts";
import { asks } from "../kit/queries";
import { Sheet } from "../kit/Sheet";
import { ProposalView } from "./ProposalView";

export type Kind = Schemas["Variant"];
export const VARIANTS: Record<Kind, string> = {
  shorter: "for less time",
  "no partner": "without partners",
  "no bag": "without bags",
  "beginners beside": "beginners in place beside",
  juniors: "for juniors",
};
type Props = {
  kind: Kind;
  parent: { id: string; name: string; level: Schemas["Level"]; group_id: string | null };
  asked: Schemas["Draft"];
  close: () => void;
};

/** A version of the card: what would differ, and then a card of its own that remembers where it comes from. */
export function VariantSheet({ kind, parent, asked, close }: Props) {
  const [minutes, setMinutes] = useState(Math.max(5, Math.round((asked.minutes * 0.75) / 5) * 5));
  const navigate = useNavigate();
  const body = { ...asked, kind, ...(kind === "shorter" && { to_minutes: minutes }) };
  const version = useQuery(asks.variant(body));
  const name = `${parent.name}, ${VARIANTS[kind]}`.slice(0, 80);
  const make = useMutation({
    mutationFn: (proposal: Schemas["Proposal"]) =>
      data(
        api.POST("/api/card/cards", {
          body: {
            id: newId(),
            name,
            minutes: proposal.minutes,
            level: parent.level,
            group_id: parent.group_id,
            blocks: proposal.blocks,
            parent_id: parent.id,
            variant: kind,
          },
        }),
      ),
    onSuccess: (card) => navigate(`/card/${card.id}`),
  });
  return (
    <Sheet open close={close} title={`A version ${VARIANTS[kind]}`}>
      {kind === "shorter" && (
        <label className="mb-3 flex items-center gap-2 font-semibold text-sm">
          minutes
          <input
            type="number"
            min={1}
            max={360}
            value={minutes}
            onChange={(event) => setMinutes(Math.min(360, Math.max(1, Number(event.target.value))))}
            className="w-24 rounded-lg border-[1.5px] border-seam bg-chalk px-3 py-1.5 font-bold text-lg"
          />
        </label>
      )}
      {version.error && <Trouble error={version.error} />}
      {make.error && <Trouble error={make.error} />}
      {version.isPending && <p role="status">Working it out …</p>}
      {version.data && <ProposalView proposal={version.data} />}
      <div className="mt-4 flex justify-end gap-2">
        <Button onClick={close}>Leave it</Button>
        <Button
          look="main"
          disabled={!version.data || make.isPending}
          onClick={() => version.data && make.mutate(version.data)}
        >
          Make this card
        </Button>
      </div>
    </Sheet>
  );
}
