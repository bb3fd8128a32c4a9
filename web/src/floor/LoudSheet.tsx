import { Sheet } from "../kit/Sheet";
import type { Loudness } from "./sound";

type Props = {
  open: boolean;
  close: () => void;
  loud: Loudness;
  setLoud: (loud: Loudness) => void;
  ahead: boolean;
  setAhead: (ahead: boolean) => void;
};

/** How loud, and who calls. */
export function LoudSheet({ open, close, loud, setLoud, ahead, setAhead }: Props) {
  return (
    <Sheet open={open} close={close} title="Sound and voice">
      <label className="mb-4 block font-semibold">
        Volume
        <input
          type="range"
          min={0}
          max={1}
          step={0.1}
          value={loud.volume}
          onChange={(event) => setLoud({ ...loud, volume: Number(event.target.value) })}
          className="mt-2 block h-10 w-full"
        />
      </label>
      <Tick
        label="Voice: counts, changes and what is next"
        on={loud.voice}
        set={(voice) => setLoud({ ...loud, voice })}
      />
      <Tick
        label="The tablet calls; off where the holders call"
        on={loud.calls}
        set={(calls) => setLoud({ ...loud, calls })}
      />
      <Tick label="Show the next call on the screen" on={ahead} set={setAhead} />
    </Sheet>
  );
}

function Tick({ label, on, set }: { label: string; on: boolean; set: (on: boolean) => void }) {
  return (
    <label className="flex min-h-13 items-center gap-3 font-semibold">
      <input type="checkbox" checked={on} onChange={(event) => set(event.target.checked)} className="size-6" />
      {label}
    </label>
  );
}
