import { useQuery } from "@tanstack/react-query";
import { useParams } from "react-router";
import { Trouble, Waiting } from "../kit/parts";
import { asks } from "../kit/queries";
import { CardEditor } from "./CardEditor";

/** One class card: the rope of its rounds, the rounds themselves, and the scales. */
export default function CardPlace() {
  const { id } = useParams();
  const card = useQuery(asks.card(id as string));
  if (card.isPending) return <Waiting what="the card" />;
  if (card.error) return <Trouble error={card.error} />;
  return <CardEditor key={`${card.data.id}:${card.data.version}`} card={card.data} />;
}
