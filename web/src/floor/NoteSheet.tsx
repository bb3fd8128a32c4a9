import { useState } from "react";
import type { HeldClass } from "../api/client";
import { newId } from "../kit/ids";
import { LabelledSelect } from "../kit/LabelledSelect";
import { Button } from "../kit/parts";
import { Sheet } from "../kit/Sheet";
import { useStored } from "../kit/stored";
import { useSay } from "../kit/toast";
import type { Hall } from "./hall";
import type { Outbox } from "./outbox";

type Props = { open: boolean; close: () => void; held: HeldClass; hall: Hall; outbox: Outbox };

/** A note of the class or of one student, as long as a spoken message. */
export function NoteSheet({ open, close, held, hall, outbox }: Props) {
  const say = useSay();
  const [student, setStudent] = useState("");
  const [text, setText] = useStored(`note:${held.id}`, "");
  const keepIt = () => {
    const at = new Date().toISOString();
    outbox.put({ table: "notes", fact: { id: newId(), student_id: student || null, text: text.trim(), at } });
    setText("");
    setStudent("");
    close();
    say("The note is kept.");
  };
  return (
    <Sheet open={open} close={close} title="A note">
      <LabelledSelect label="About" value={student} set={setStudent}>
        <option value="">the class</option>
        {held.students
          .filter((each) => hall.present.includes(each.id))
          .map((each) => (
            <option key={each.id} value={each.id}>
              {each.name}
            </option>
          ))}
      </LabelledSelect>
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
