import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { Schemas } from "../api/client";
import { Button, Trouble } from "../kit/parts";
import { asks } from "../kit/queries";
import { Sheet } from "../kit/Sheet";
import { ProposalView } from "./ProposalView";

type Asked = Schemas["Draft"];
type Props = { asked: Asked; close: () => void; take: (blocks: Schemas["Blocks"], minutes: number) => void };

/** "Make it fit": the limits, what would be trimmed, and then the choice. */
export function FitSheet({ asked, close, take }: Props) {
  const [minutes, setMinutes] = useState(String(asked.minutes));
  const [load, setLoad] = useState("");
  const limits = {
    limit_minutes: Math.min(360, Math.max(1, Number(minutes) || asked.minutes)),
    limit_load: Number(load) > 0 ? Number(load) : null,
  };
  const fit = useQuery(asks.fit({ ...asked, ...limits }));
  const ready = fit.data?.possible && !fit.isPlaceholderData;
  return (
    <Sheet open close={close} title="Make it fit">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (ready && fit.data) take(fit.data.blocks, fit.data.minutes);
        }}
      >
        <div className="mb-3 flex flex-wrap gap-4">
          <Limit label="minutes" value={minutes} set={setMinutes} autoFocus />
          <Limit label="load at most" value={load} set={setLoad} placeholder="no limit" />
        </div>
        {fit.error && <Trouble error={fit.error} />}
        {fit.isFetching && !fit.data && <p role="status">Working it out …</p>}
        {fit.data && !fit.data.possible && (
          <p role="alert" className="rounded-lg border-[1.5px] border-rear px-3 py-2 font-semibold text-rear text-sm">
            {fit.data.reason}
          </p>
        )}
        {fit.data?.possible && <ProposalView proposal={fit.data} />}
        <p className="mt-3 text-ink-soft text-xs">
          Keeps as much work as there is room for, what matters most first, at the shortest rests; then gives rest back.
          What each block allows stands in its settings; rounds that must stay, the warm-up and the cool-down are never
          left out.
        </p>
        <div className="mt-3 flex justify-end gap-2">
          <Button onClick={close}>Leave it</Button>
          <Button look="main" type="submit" disabled={!ready}>
            Take it
          </Button>
        </div>
      </form>
    </Sheet>
  );
}

type LimitProps = {
  label: string;
  value: string;
  set: (text: string) => void;
  placeholder?: string;
  autoFocus?: boolean;
};

function Limit({ label, value, set, placeholder, autoFocus }: LimitProps) {
  return (
    <label className="grid gap-0.5 font-semibold text-sm">
      {label}
      <input
        // biome-ignore lint/a11y/noAutofocus: the first field of a dialog takes the focus
        autoFocus={autoFocus}
        inputMode="numeric"
        value={value}
        placeholder={placeholder}
        onFocus={(event) => event.target.select()}
        onChange={(event) => set(event.target.value.replace(/[^\d.]/g, ""))}
        className="w-28 rounded-lg border-[1.5px] border-seam bg-chalk px-3 py-1.5 font-bold text-lg"
      />
    </label>
  );
}
