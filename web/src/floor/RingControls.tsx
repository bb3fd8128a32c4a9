import { type ReactNode, useState } from "react";
import { usePhone } from "../kit/media";
import { isFresh, isOver, isRunning, lengthen, type Ring, repeat, skip } from "./ring";

type ControlsProps = {
  ring: Ring;
  toggle: () => void;
  act: (next: (ring: Ring, now: number) => Ring) => () => void;
  finish: () => void;
  door: () => void;
  children?: ReactNode; // what is folded away with them on a phone
};

/** What a glove can hit while the class runs. */
export function RingControls({ ring, toggle, act, finish, door, children }: ControlsProps) {
  const [sure, setSure] = useState(false);
  const [more, setMore] = useState(false);
  const phone = usePhone();
  const over = isOver(ring);
  const key =
    "flex min-h-16 flex-col items-center justify-center rounded-2xl border-2 px-3 font-bold text-lg leading-tight disabled:opacity-40";
  const plain = `${key} border-canvas/80 hover:bg-night-raised`;
  const hint = (text: string) => <span className="hidden font-normal text-sm sm:block">{text}</span>;
  if (phone && !over && !more)
    return (
      <div className="grid grid-cols-[1fr_auto] gap-2">
        <button type="button" onClick={toggle} className={`${key} border-brass-bright bg-brass-bright text-night`}>
          {isRunning(ring) ? "Pause" : isFresh(ring) ? "Start" : "Go on"}
        </button>
        <button type="button" onClick={() => setMore(true)} aria-expanded={false} className={plain}>
          More
        </button>
      </div>
    );
  return (
    <div className="sticky bottom-0 grid grid-cols-3 gap-2 bg-night pt-1 pb-2 sm:grid-cols-[2fr_1fr_1fr_1fr_1fr_1fr_1.3fr] sm:gap-3">
      <button
        type="button"
        onClick={toggle}
        disabled={over}
        className={`${key} border-brass-bright bg-brass-bright text-night max-sm:col-span-3`}
      >
        {isRunning(ring) ? "Pause" : isFresh(ring) ? "Start" : "Go on"}
        {hint("space")}
      </button>
      <button type="button" onClick={act((it, at) => lengthen(it, 30_000, at))} disabled={over} className={plain}>
        +30 s{hint("+")}
      </button>
      <button type="button" onClick={act((it, at) => lengthen(it, -30_000, at))} disabled={over} className={plain}>
        −30 s{hint("-")}
      </button>
      <button type="button" onClick={act(repeat)} className={plain}>
        Again{hint("r")}
      </button>
      <button type="button" onClick={act(skip)} disabled={over} className={plain}>
        Skip{hint("→")}
      </button>
      <button type="button" onClick={door} className={plain}>
        Door{hint("d")}
      </button>
      <button
        type="button"
        onClick={() => (over || sure ? finish() : setSure(true))}
        onBlur={() => setSure(false)}
        className={over || sure ? `${key} border-brass-bright bg-brass-bright text-night` : plain}
      >
        {over ? "To the stool" : sure ? "Tap again to end" : "End class"}
      </button>
      {phone && more && (
        <>
          {children}
          <button type="button" onClick={() => setMore(false)} aria-expanded={true} className={plain}>
            Less
          </button>
        </>
      )}
    </div>
  );
}
