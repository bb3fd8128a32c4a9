import { useQuery } from "@tanstack/react-query";
import { asks } from "../queries";
import { type Looks, MovingFigure } from "./MovingFigure";

/** A combination done again and again. */
export function FigureLoop({ notation, ...looks }: Looks & { notation: string }) {
  const { stance } = looks;
  const figure = useQuery(asks.figure({ notation, ...(stance && { stance }) })).data;
  return <MovingFigure figure={figure} {...looks} />;
}
