import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, data, type Schemas } from "../api/client";
import { PATH_SHAPES } from "../api/known";
import { Button, Trouble } from "../kit/parts";
import { asks } from "../kit/queries";
import { Tick } from "../kit/Tick";
import { useSay } from "../kit/toast";
import { PathPicture } from "./PathPicture";

type Props = { notation: string; put: (notation: string) => void };
const USUAL = 200; // cm

/** Steps alone: the path on the floor, both ways, and patterns of any length to begin with. */
export function Footwork({ notation, put }: Props) {
  const [both, setBoth] = useState(false);
  const [size, setSize] = useState(USUAL);
  const say = useSay();
  const path = useQuery(asks.path({ notation }));
  const shape = (name: Schemas["PathShape"]) =>
    data(api.POST("/api/bench/paths", { body: { shape: name, size } })).then(
      (found) => put(found.notation),
      (error: Error) => say(error.message),
    );
  return (
    <section aria-label="The path" className="grid gap-2">
      {path.error && <Trouble error={path.error} />}
      {path.data && <PathPicture path={path.data} both={both} />}
      <div className="flex flex-wrap items-center gap-2 text-sm">
        <Tick label="the other way too" on={both} set={setBoth} />
        <label className="flex items-center gap-1.5 font-semibold">
          a pattern
          <input
            inputMode="numeric"
            aria-label="Length of a pattern in cm"
            value={size || ""}
            onChange={(event) => setSize(Number(event.target.value.replace(/\D/g, "").slice(0, 4)))}
            className="w-16 rounded-lg border border-seam bg-chalk px-2 py-1 text-right font-normal"
          />
          cm long:
        </label>
        {PATH_SHAPES.map((name) => (
          <Button key={name} small onClick={() => void shape(name)}>
            {name}
          </Button>
        ))}
      </div>
    </section>
  );
}
