import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { api, data, Refusal, type Schemas } from "../../api/client";
import { DateField } from "../../kit/DateField";
import { LabelledSelect } from "../../kit/LabelledSelect";
import { Button, Field, Trouble } from "../../kit/parts";
import { asks, usePeople } from "../../kit/queries";
import { Sheet } from "../../kit/Sheet";
import { useMayPlan } from "../../kit/session";
import { useSay } from "../../kit/toast";
import { Roster } from "../Roster";
import { useBookStale } from "../useBookStale";

type File = Schemas["File"];

/** What is on file of a student: what pairs are made from, and whom to call. */
export function OnFile({ student, name }: { student: string; name: string }) {
  const mayPlan = useMayPlan();
  const [editing, setEditing] = useState(false);
  const file = useQuery(asks.file(student));
  const people = usePeople();
  const known = file.data;
  const apart = people.data?.students.filter((each) => known?.apart.includes(each.id)) ?? [];
  return (
    <section aria-label="On file" className="rounded-2xl border-[1.5px] border-seam bg-chalk p-4 text-sm">
      <div className="flex items-center justify-between">
        <h2 className="wide font-extrabold text-lg">On file</h2>
        {mayPlan && (
          <Button look="quiet" onClick={() => setEditing(true)}>
            Change
          </Button>
        )}
      </div>
      {file.error && <Trouble error={file.error} />}
      {known && (
        <dl className="grid grid-cols-[auto_1fr] gap-x-3 gap-y-0.5">
          {known.visitor && <Line name="Visitor" value="not expected at classes until you say they belong" />}
          <Line name="Weight" value={known.kg ? `${known.kg} kg` : "not said"} />
          <Line name="Born" value={known.born_on ?? "not said"} />
          <Line name="Likes opposite" value={known.stance_wish ? `the ${known.stance_wish} stance` : "either stance"} />
          <Line
            name="Whom to call"
            value={[known.emergency_name, known.emergency_phone].filter(Boolean).join(", ") || "nobody on file"}
          />
          {known.guardian && <Line name="Guardian" value={known.guardian} />}
          {known.heart_rest && (
            <Line
              name="Heart"
              value={`${known.heart_rest} at rest, ${known.heart_max ? `${known.heart_max} at most` : "most by age"}`}
            />
          )}
          {apart.length > 0 && <Line name="Kept apart from" value={apart.map((each) => each.name).join(", ")} />}
        </dl>
      )}
      {known && (
        <Sheet open={editing} close={() => setEditing(false)} title={`On file: ${name}`}>
          <Form student={student} known={known} done={() => setEditing(false)} />
        </Sheet>
      )}
    </section>
  );
}

function Line({ name, value }: { name: string; value: string }) {
  return (
    <div className="contents">
      <dt className="text-ink-soft">{name}</dt>
      <dd className="font-semibold">{value}</dd>
    </div>
  );
}

type FormProps = { student: string; known: File; done: () => void };

function Form({ student, known, done }: FormProps) {
  const client = useQueryClient();
  const stale = useBookStale();
  const say = useSay();
  const people = usePeople();
  const [file, setFile] = useState(known);
  const set = (facts: Partial<File>) => setFile({ ...file, ...facts });
  const save = useMutation({
    mutationFn: () => data(api.PUT("/api/care/students/{id}/file", { params: { path: { id: student } }, body: file })),
    onSuccess: (fresh) => {
      client.setQueryData(asks.file(student).queryKey, fresh);
      stale();
      say("The file is kept.");
      done();
    },
  });
  const problem = (field: string) => (save.error instanceof Refusal ? save.error.for(field) : undefined);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    save.mutate();
  };
  const others = people.data?.students.filter((each) => each.id !== student) ?? [];
  return (
    <form onSubmit={submit} className="grid gap-3">
      <Roster facts={file} set={set} groups={people.data?.groups ?? []} problem={problem("name")} />
      <label className="flex items-center gap-2 text-sm">
        <input
          type="checkbox"
          checked={file.visitor ?? false}
          onChange={({ target }) => set({ visitor: target.checked })}
        />
        only visits: not expected at the group's classes, and no part of its plans
      </label>
      <div className="grid gap-3 sm:grid-cols-3">
        <Field
          label="Weight, kg"
          type="number"
          value={file.kg ?? ""}
          onChange={({ target }) => set({ kg: target.value === "" ? null : Number(target.value) })}
          problem={problem("kg")}
        />
        <DateField
          label="Born"
          value={file.born_on ?? ""}
          set={(day) => set({ born_on: day || null })}
          problem={problem("born_on")}
        />
        <LabelledSelect
          label="Likes opposite"
          value={file.stance_wish ?? ""}
          set={(wish) => set({ stance_wish: (wish || null) as File["stance_wish"] })}
        >
          <option value="">either stance</option>
          <option value="same">the same stance</option>
          <option value="other">the other stance</option>
        </LabelledSelect>
      </div>
      <div className="grid gap-3 sm:grid-cols-2">
        <Field
          label="Whom to call"
          value={file.emergency_name}
          maxLength={120}
          onChange={({ target }) => set({ emergency_name: target.value })}
        />
        <Field
          label="Telephone"
          type="tel"
          value={file.emergency_phone}
          maxLength={40}
          onChange={({ target }) => set({ emergency_phone: target.value })}
        />
      </div>
      <Field
        label="Guardian, of a junior"
        value={file.guardian}
        maxLength={120}
        onChange={({ target }) => set({ guardian: target.value })}
      />
      <div className="grid gap-3 sm:grid-cols-3">
        <Beats
          label="Heart at rest"
          value={file.heart_rest}
          set={(heart_rest) => set({ heart_rest })}
          problem={problem("heart_rest")}
        />
        <Beats
          label="Heart at its most"
          placeholder="by age"
          value={file.heart_max}
          set={(heart_max) => set({ heart_max })}
          problem={problem("heart_max")}
        />
        <LabelledSelect
          label="Impulse weighted as for"
          value={file.heart_weights ?? ""}
          set={(weights) => set({ heart_weights: (weights || null) as File["heart_weights"] })}
        >
          <option value="">not said</option>
          <option value="men">men</option>
          <option value="women">women</option>
        </LabelledSelect>
      </div>
      <LabelledSelect label="Never put together with" value="" set={(id) => id && set({ apart: [...file.apart, id] })}>
        <option value="">choose somebody</option>
        {others
          .filter((each) => !file.apart.includes(each.id))
          .map((each) => (
            <option key={each.id} value={each.id}>
              {each.name}
            </option>
          ))}
      </LabelledSelect>
      <div className="flex flex-wrap gap-2">
        {others
          .filter((each) => file.apart.includes(each.id))
          .map((each) => (
            <Button key={each.id} onClick={() => set({ apart: file.apart.filter((id) => id !== each.id) })}>
              {each.name} ×<span className="sr-only"> may be put together again</span>
            </Button>
          ))}
      </div>
      {save.error && <Trouble error={save.error} />}
      <div className="flex justify-end">
        <Button look="main" big type="submit" disabled={save.isPending}>
          Keep it
        </Button>
      </div>
    </form>
  );
}

type BeatsProps = {
  label: string;
  value?: number | null;
  set: (value: number | null) => void;
  problem?: string;
  placeholder?: string;
};

/** Beats a minute. */
function Beats({ value, set, ...rest }: BeatsProps) {
  return (
    <Field
      {...rest}
      type="number"
      value={value ?? ""}
      onChange={({ target }) => set(target.value === "" ? null : Number(target.value))}
    />
  );
}
