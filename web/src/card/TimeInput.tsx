import { useEffect, useState } from "react";
import { clock, seconds } from "../kit/time";

type Props = {
  label: string;
  field: string;
  value: number;
  least: number;
  change: (seconds: number) => void;
  readOnly: boolean;
  strong?: boolean;
  /** Said before it where there is no heading over it. */
  short?: string;
};
const MOST = 3600;

/** Minutes and seconds typed as 3:00 or 180; what cannot be is said and kept until it can. */
export function TimeInput({ label, field, value, least, change, readOnly, strong = false, short }: Props) {
  const [text, setText] = useState(clock(value));
  const [wrong, setWrong] = useState(false);
  useEffect(() => {
    setText(clock(value));
    setWrong(false);
  }, [value]);
  const commit = () => {
    const read = seconds(text);
    if (read === undefined || read < least || read > MOST) return setWrong(true);
    setWrong(false);
    setText(clock(read));
    if (read !== value) change(read);
  };
  return (
    <span className="relative">
      {short && (
        <span aria-hidden="true" className="text-ink-soft text-xs xl:hidden">
          {short}
        </span>
      )}
      <input
        aria-label={label}
        data-field={field}
        aria-invalid={wrong || undefined}
        inputMode="numeric"
        readOnly={readOnly}
        value={text}
        onChange={(event) => setText(event.target.value)}
        onFocus={(event) => event.target.select()}
        onBlur={commit}
        onKeyDown={(event) => event.key === "Enter" && commit()}
        className={`w-14 rounded-md border bg-transparent px-1 py-1 ${strong ? "font-extrabold text-base" : ""} ${wrong ? "border-rear text-rear" : "border-transparent hover:border-seam focus:border-ink"}`}
      />
      {wrong && (
        <span
          role="alert"
          className="absolute top-full left-0 z-20 w-44 rounded-md border border-rear bg-chalk px-2 py-1 font-semibold text-rear text-xs"
        >
          {clock(least)} to 1:00:00, as 3:00 or 180
        </span>
      )}
    </span>
  );
}
