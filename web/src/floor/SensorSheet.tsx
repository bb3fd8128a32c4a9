import { useState } from "react";
import type { OpenClass } from "../api/client";
import { LabelledSelect } from "../kit/LabelledSelect";
import { Button, Field } from "../kit/parts";
import { Sheet } from "../kit/Sheet";
import { count } from "../kit/words";
import { type Hall, whoAreHere } from "./hall";
import type { Heard, Kind, Listening } from "./sensors";
import { WhoSelect } from "./WhoSelect";

type Props = {
  open: boolean;
  close: () => void;
  opened: OpenClass;
  hall: Hall;
  listening?: Listening;
  heard?: Heard;
  listen: (to?: Listening) => void;
};

const ADDRESS = { strikes: "http://127.0.0.1:4601/", heart: "http://127.0.0.1:4602/" };

/** Listens to a device on this machine while rounds run. */
export function SensorSheet({ open, close, opened, hall, listening, heard, listen }: Props) {
  const [student, setStudent] = useState(listening?.student ?? "");
  const [kind, setKind] = useState<Kind>(listening?.kind ?? "strikes");
  const [address, setAddress] = useState(listening?.address ?? ADDRESS.strikes);
  const local = /^http:\/\/127\.0\.0\.1:\d+\//.test(address);
  return (
    <Sheet open={open} close={close} title="A sensor">
      <div className="grid gap-3">
        <WhoSelect
          label="On whom"
          nobody="choose"
          students={whoAreHere(opened, hall)}
          value={student}
          set={setStudent}
        />
        <LabelledSelect
          label="What it feels"
          value={kind}
          set={(value) => {
            setKind(value as Kind);
            setAddress(ADDRESS[value as Kind]);
          }}
        >
          <option value="strikes">strikes: time, hand and force</option>
          <option value="heart">heart: beats a minute</option>
        </LabelledSelect>
        <Field
          label="Where it speaks"
          value={address}
          onChange={(event) => setAddress(event.target.value)}
          problem={local ? undefined : "A device on this machine: http://127.0.0.1: and its port, then /."}
          hint="Its lines are listened to on this machine only."
        />
        {kind === "strikes" && (
          <p className="text-ink-soft text-sm">
            It cannot tell a jab from a hook, and does not see kicks: the review after the round speaks of hands alone.
          </p>
        )}
        {listening && (
          <p role="status" className="font-semibold">
            {heard?.lost ? "Lost touch with it; trying again." : `Listening: ${heard?.samples ?? 0} felt in rounds`}
            {heard && heard.unread > 0 && `, ${count(heard.unread, "line")} made no sense`}
          </p>
        )}
        <div className="flex justify-end gap-2">
          {listening && <Button onClick={() => listen(undefined)}>Stop listening</Button>}
          <Button
            look="main"
            big
            disabled={student === "" || !local}
            onClick={() => {
              listen({ student, kind, address });
              close();
            }}
          >
            Listen
          </Button>
        </div>
      </div>
    </Sheet>
  );
}
