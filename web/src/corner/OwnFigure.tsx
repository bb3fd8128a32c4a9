import { useEffect, useState } from "react";
import type { Combination, Schemas } from "../api/client";
import { MovingFigure } from "../kit/figure/MovingFigure";
import type { OwnPage } from "./box";
import { figureOf } from "./own";

/** How the body does a combination alone, where it was fetched once. */
export default function OwnFigure({ own, combination }: { own: OwnPage; combination: Combination }) {
  const [figure, setFigure] = useState<Schemas["BodyFigure"]>();
  useEffect(() => {
    let wanted = true;
    void figureOf(own, combination.notation).then((found) => wanted && setFigure(found));
    return () => {
      wanted = false;
    };
  }, [own, combination.notation]);
  if (!figure) return null;
  return (
    <MovingFigure
      figure={figure}
      spoken={combination.spoken}
      stance={own.page?.stance as Schemas["Question"]["stance"]}
      className="mt-3 h-44 rounded-2xl bg-chalk px-2 py-1"
    />
  );
}
