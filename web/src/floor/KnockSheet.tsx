import { useState } from "react";
import type { OpenClass, Schemas, Student } from "../api/client";
import { HEAD_KNOCK } from "../api/known";
import { dated } from "../kit/clock";
import { newId } from "../kit/ids";
import { LabelledSelect } from "../kit/LabelledSelect";
import { Button, Field } from "../kit/parts";
import { Sheet } from "../kit/Sheet";
import { stepOut } from "./hall";
import type { Props as ClassProps } from "./part";
import { WhoSelect } from "./WhoSelect";

type Matter = Schemas["Matter"];
type Props = Pick<ClassProps, "hall" | "change" | "outbox"> & {
  open: boolean;
  close: () => void;
  opened: OpenClass;
  students: Student[];
};

/** A knock or an injury, written down at once. One to the head holds the student back from this moment. */
export function KnockSheet({ open, close, opened, hall, students, change, outbox }: Props) {
  const [student, setStudent] = useState("");
  const [matter, setMatter] = useState<Matter>(HEAD_KNOCK);
  const [text, setText] = useState("");
  const keep = () => {
    const id = newId();
    const fact = { id, student_id: student, matter, text: text.trim(), at: dated() };
    const out = matter === HEAD_KNOCK && hall.present.includes(student);
    outbox.put({ table: "knocks", fact }, ...(out ? [stepOut(hall, student)[1]] : []));
    change((before) => ({
      ...(out ? stepOut(before, student)[0] : before),
      knocks: [...before.knocks, { id, student, matter }],
    }));
    setStudent("");
    setText("");
    close();
  };
  return (
    <Sheet open={open} close={close} title="A knock or an injury">
      <div className="grid gap-3">
        <WhoSelect label="Who" nobody="choose" students={students} value={student} set={setStudent} />
        <LabelledSelect label="What" value={matter} set={(value) => setMatter(value as Matter)}>
          {opened.matters.map((each) => (
            <option key={each} value={each}>
              {each}
            </option>
          ))}
        </LabelledSelect>
        <Field
          label="What happened"
          value={text}
          maxLength={500}
          onChange={(event) => setText(event.target.value)}
          hint="For coaches; assistants do not see it."
        />
        {matter === HEAD_KNOCK && (
          <div className="rounded-xl border-2 border-rear px-4 py-3 text-sm">
            <p className="font-bold">Out for the day. Do not leave them alone; tell their people.</p>
            <p className="mt-1">With any of these call for emergency care now:</p>
            <ul className="mt-1 list-disc pl-5 font-semibold text-rear">
              {opened.red_flags.map((flag) => (
                <li key={flag}>{flag}</li>
              ))}
            </ul>
            <p className="mt-1">
              No contact and no hard effort until a staged return is done and a licensed clinician has cleared them. The
              local governing body's rules decide.
            </p>
          </div>
        )}
        <div className="flex justify-end">
          <Button look="main" big disabled={student === ""} onClick={keep}>
            {matter === HEAD_KNOCK ? "Hold back and write down" : "Write it down"}
          </Button>
        </div>
      </div>
    </Sheet>
  );
}
