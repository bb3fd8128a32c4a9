import { useEffect, useState } from "react";
import { Field } from "./parts";
import { readTime, timeInNumbers } from "./ways";

type Props = {
  label: string;
  /** 18:30 on the clock on the wall. */
  value: string;
  set: (time: string) => void;
  required?: boolean;
  disabled?: boolean;
  problem?: string;
  hideLabel?: boolean;
  className?: string;
};

/** A time of day as the club writes it; typed in any way that means one. */
export function TimeField({ value, set, problem, ...rest }: Props) {
  const [text, setText] = useState(value && timeInNumbers(value));
  const [wrong, setWrong] = useState(false);
  useEffect(() => {
    setText(value && timeInNumbers(value));
    setWrong(false);
  }, [value]);
  const settle = () => {
    const read = text.trim() === "" ? "" : readTime(text);
    setWrong(read === undefined);
    if (read === undefined) return;
    setText(read && timeInNumbers(read));
    if (read !== value) set(read);
  };
  return (
    <Field
      {...rest}
      autoComplete="off"
      value={text}
      problem={wrong ? `Write the time as ${timeInNumbers("18:30")}.` : problem}
      onChange={(event) => setText(event.target.value)}
      onBlur={settle}
      onKeyDown={(event) => event.key === "Enter" && settle()}
    />
  );
}
