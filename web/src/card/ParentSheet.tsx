import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import type { Schemas } from "../api/client";
import { Trouble, Waiting } from "../kit/parts";
import { asks } from "../kit/queries";
import { Sheet } from "../kit/Sheet";
import { Changes } from "./ProposalView";

type Props = { parent: string; asked: Schemas["Draft"]; close: () => void };

/** How a version differs from the card it comes from. */
export function ParentSheet({ parent, asked, close }: Props) {
  const found = useQuery(asks.fromParent(parent, asked));
  return (
    <Sheet open close={close} title="What differs">
      {found.isPending && <Waiting what="the card it comes from" />}
      {found.error && <Trouble error={found.error} />}
      {found.data && (
        <>
          <p className="text-sm">
            From{" "}
            <Link to={`/card/${parent}`} className="font-bold underline">
              {found.data.card.name}
            </Link>
          </p>
          <Changes changes={found.data.changes} />
        </>
      )}
    </Sheet>
  );
}
