import { useState } from "react";
import type { OpenClass } from "../api/client";
import { dated } from "../kit/clock";
import type { ClassBox } from "../kit/device";
import { newId } from "../kit/ids";
import { Button } from "../kit/parts";
import { Sheet } from "../kit/Sheet";
import { useStored } from "../kit/stored";
import { useSay } from "../kit/toast";
import { type Hall, whoAreHere } from "./hall";
import { WhoSelect } from "./WhoSelect";

type Props = { open: boolean; close: () => void; opened: OpenClass; hall: Hall; outbox: ClassBox };

/** A note of the class or of one student, as long as a spoken message. */
export function NoteSheet({ open, close, opened, hall, outbox }: Props) {
  const say = useSay();
  const [student, setStudent] = useState("");
  const [text, setText] = useStored(`note:${opened.id}`, "");
  const keepIt = () => {
    const fact = { id: newId(), student_id: student || null, text: text.trim(), at: dated() };
    outbox.put({ table: "notes", fact });
    setText("");
    setStudent("");
    close();
    say("The note is kept.");
  };
  return (
    <Sheet open={open} close={close} title="A note">
      <WhoSelect
        label="About"
        nobody="the class"
        students={whoAreHere(opened, hall)}
        value={student}
        set={setStudent}
      />
      <label className="mt-3 block font-semibold text-sm">
        What you saw
        <textarea
          value={text}
          onChange={(event) => setText(event.target.value)}
          maxLength={1000}
          rows={4}
          className="mt-1 block w-full rounded-lg border-[1.5px] border-seam bg-chalk px-3 py-2 font-normal text-base"
        />
      </label>
      <div className="mt-3 flex justify-end">
        <Button look="main" big disabled={text.trim() === ""} onClick={keepIt}>
          Keep it
        </Button>
      </div>
    </Sheet>
  );
}
