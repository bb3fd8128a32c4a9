import type { Schemas } from "../api/client";
import { GRAVE_POINTERS } from "../api/known";
import { decimal } from "../kit/ways";

type Pointer = Schemas["Pointer"];

const GRAVE: readonly string[] = GRAVE_POINTERS;

/** What is worth a word, each with the numbers it comes from a tap away. */
export function Pointers({ pointers }: { pointers: Pointer[] }) {
  return (
    <ul className="mt-0.5 grid gap-0.5 text-sm">
      {pointers.map((pointer) => (
        <li
          key={pointer.kind}
          className={`border-l-4 pl-2 ${GRAVE.includes(pointer.kind) ? "border-rear font-semibold" : "border-seam"}`}
        >
          {pointer.numbers.length === 0 ? (
            pointer.text
          ) : (
            <details>
              <summary className="cursor-pointer">{pointer.text}</summary>
              <p className="font-normal text-xs">
                {pointer.numbers
                  .map((number) => `${number.name.replaceAll("_", " ")} ${decimal(Number(number.value.toFixed(2)))}`)
                  .join(", ")}
                . <span className="text-ink-soft">Where the line is from: {pointer.source}.</span>
              </p>
            </details>
          )}
        </li>
      ))}
    </ul>
  );
}
