import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, type ReactNode, useState } from "react";
import { api, data, Refusal, type Schemas } from "../api/client";
import { Button, Field, Trouble } from "./parts";
import { Sheet } from "./Sheet";
import { SESSION, useMayPlan } from "./session";
import { useSay } from "./toast";

type School = Schemas["School"];
const SCHOOL = ["school"];

/** The school: how the club writes, what it teaches, and its own techniques. */
export function SchoolSheet({ open, close }: { open: boolean; close: () => void }) {
  const school = useQuery({ queryKey: SCHOOL, queryFn: () => data(api.GET("/api/school")), enabled: open });
  return (
    <Sheet open={open} close={close} title="The school">
      {school.error && <Trouble error={school.error} />}
      {school.data && (
        <div className="grid gap-5">
          <Numbering school={school.data} />
          <Settings school={school.data} />
          <Techniques school={school.data} />
        </div>
      )}
    </Sheet>
  );
}

/** After a change everything that is read anew reads as the school now says. */
function useSettled() {
  const client = useQueryClient();
  return (school: School) => {
    client.setQueryData(SCHOOL, school);
    for (const key of ["analysis", "shelf", "combination", "lexicon", "card", "class"])
      client.invalidateQueries({ queryKey: [key] });
    client.invalidateQueries({ queryKey: SESSION });
  };
}

function Choose({
  label,
  value,
  options,
  change,
  disabled,
}: {
  label: string;
  value: string;
  options: { value: string; name: string }[];
  change: (value: string) => void;
  disabled?: boolean;
}) {
  return (
    <label className="grid gap-1 text-sm">
      <span className="font-semibold">{label}</span>
      <select
        value={value}
        disabled={disabled}
        onChange={(event) => change(event.target.value)}
        className="w-full rounded-lg border-[1.5px] border-seam bg-canvas px-2 py-1.5"
      >
        {options.map((option) => (
          <option key={option.value} value={option.value}>
            {option.name}
          </option>
        ))}
      </select>
    </label>
  );
}

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section aria-label={title}>
      <h3 className="mb-2 font-bold">{title}</h3>
      <div className="grid gap-2.5">{children}</div>
    </section>
  );
}

function Numbering({ school }: { school: School }) {
  const settled = useSettled();
  const mayPlan = useMayPlan();
  const mine = useMutation({
    mutationFn: (numbering: string | null) => data(api.PUT("/api/school/my-numbering", { body: { numbering } })),
    onSuccess: settled,
  });
  const club = useMutation({
    mutationFn: (numbering: string) => data(api.PUT("/api/school/settings", { body: { settings: { numbering } } })),
    onSuccess: settled,
  });
  const all = school.numberings.map((numbering) => ({ value: numbering.id, name: numbering.name }));
  return (
    <Part title="Numbers">
      <Choose
        label="The club writes in"
        value={String(school.settings.numbering)}
        options={all}
        change={(value) => club.mutate(value)}
        disabled={!mayPlan}
      />
      <Choose
        label="I read in"
        value={school.my_numbering ?? ""}
        options={[{ value: "", name: "the club's numbers" }, ...all]}
        change={(value) => mine.mutate(value || null)}
      />
      {mayPlan && <OwnNumbers school={school} />}
      {(mine.error || club.error) && <Trouble error={mine.error ?? club.error} />}
    </Part>
  );
}

/** The club's own numbers, written as a list: 1 jab, 2 cross, 7 lead hook body. */
function OwnNumbers({ school }: { school: School }) {
  const settled = useSettled();
  const lexicon = useQuery({
    queryKey: ["lexicon"],
    queryFn: () => data(api.GET("/api/bench/lexicon")),
    staleTime: Number.POSITIVE_INFINITY,
  });
  const now = (school.numberings.find((numbering) => numbering.id === "own") ?? school.numberings[0])?.numbers ?? [];
  const [text, setText] = useState(
    now
      .map((number) =>
        [number.digit, number.side, number.technique.replaceAll("-", " "), number.level].filter(Boolean).join(" "),
      )
      .join("\n"),
  );
  const [problem, setProblem] = useState<string>();
  const store = useMutation({
    mutationFn: (
      numbers: Record<string, { technique: string; side?: "lead" | "rear"; level?: "head" | "body" | "leg" }>,
    ) => data(api.PUT("/api/school/numbers", { body: { numbers } })),
    onSuccess: settled,
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const numbers: Parameters<typeof store.mutate>[0] = {};
    for (const line of text.split("\n").filter((each) => each.trim() !== "")) {
      const found = /^\s*(\d{1,2})\s+(?:(lead|rear)\s+)?(.+?)(?:\s+(head|body|leg))?\s*$/i.exec(line);
      const technique = lexicon.data?.techniques.find((each) => each.names.includes((found?.[3] ?? "").toLowerCase()));
      if (!found || !technique)
        return setProblem(`"${line.trim()}" is no number and technique; write it as 3 lead hook.`);
      numbers[found[1] as string] = {
        technique: technique.id,
        ...(found[2] && { side: found[2].toLowerCase() as "lead" | "rear" }),
        ...(found[4] && { level: found[4].toLowerCase() as "head" | "body" | "leg" }),
      };
    }
    setProblem(undefined);
    store.mutate(numbers);
  };
  return (
    <form onSubmit={submit} className="grid gap-1.5 text-sm">
      <label htmlFor="own-numbers" className="font-semibold">
        Our own numbers
      </label>
      <textarea
        id="own-numbers"
        rows={6}
        value={text}
        onChange={(event) => setText(event.target.value)}
        className="rounded-lg border-[1.5px] border-seam bg-canvas p-2"
      />
      {problem && <p className="font-semibold text-rear">{problem}</p>}
      {store.error && <Trouble error={store.error} />}
      <Button type="submit" className="w-fit" disabled={store.isPending}>
        Keep our own numbers
      </Button>
    </form>
  );
}

const SETTINGS: { name: string; label: string }[] = [
  { name: "finish", label: "A set ends with" },
  { name: "catch_cross", label: "A cross is caught with the hand that is" },
  { name: "pairing", label: "Punch to kick" },
  { name: "stances", label: "Stances" },
  { name: "first_rung", label: "A new combination begins at" },
  { name: "rest", label: "Rests are" },
  { name: "feed_height", label: "The target is shown at" },
  { name: "feed_width", label: "The target is shown" },
];

function Settings({ school }: { school: School }) {
  const settled = useSettled();
  const mayPlan = useMayPlan();
  const change = useMutation({
    mutationFn: (settings: Record<string, unknown>) => data(api.PUT("/api/school/settings", { body: { settings } })),
    onSuccess: settled,
  });
  const limits = school.settings.level_limits as unknown as Record<string, number>;
  return (
    <Part title="What is taught here">
      <div className="grid gap-2.5 sm:grid-cols-2">
        {SETTINGS.map((setting) => (
          <Choose
            key={setting.name}
            label={setting.label}
            value={String(school.settings[setting.name])}
            options={(school.choices[setting.name] ?? []).map((value) => ({ value, name: value }))}
            change={(value) => change.mutate({ [setting.name]: value })}
            disabled={!mayPlan}
          />
        ))}
      </div>
      <label className="flex items-center gap-2 text-sm">
        <input
          type="checkbox"
          className="size-5"
          disabled={!mayPlan}
          checked={Boolean(school.settings.lead_kick_bare)}
          onChange={(event) => change.mutate({ lead_kick_bare: event.target.checked })}
        />
        A lead kick is taught bare, with nothing that loads it
      </label>
      <Field
        label="What loads a lead kick"
        defaultValue={(school.settings.lead_kick_loads as unknown as string[]).join(", ")}
        disabled={!mayPlan}
        onBlur={(event) => change.mutate({ lead_kick_loads: event.target.value })}
      />
      <div className="grid grid-cols-3 gap-2.5">
        {Object.entries(limits).map(([level, limit]) => (
          <Field
            key={level}
            label={`Strikes at ${level}`}
            type="number"
            min={1}
            max={64}
            defaultValue={limit}
            disabled={!mayPlan}
            onBlur={(event) => change.mutate({ level_limits: { [level]: Number(event.target.value) } })}
          />
        ))}
      </div>
      {change.error && <Trouble error={change.error} />}
    </Part>
  );
}

const FAMILIES = ["punch", "elbow", "knee", "kick", "defence", "step", "hand control"] as const;
const PLANES = ["straight", "round", "rising", "falling", "pushing"] as const;
const RANGES = [["long"], ["long", "mid"], ["mid"], ["mid", "close"], ["close"]] as const;

function Techniques({ school }: { school: School }) {
  const settled = useSettled();
  const say = useSay();
  const mayPlan = useMayPlan();
  const [name, setName] = useState("");
  const [family, setFamily] = useState<(typeof FAMILIES)[number]>("punch");
  const [plane, setPlane] = useState<(typeof PLANES)[number]>("straight");
  const [range, setRange] = useState("long, mid");
  const strike = ["punch", "elbow", "knee", "kick"].includes(family);
  const add = useMutation({
    mutationFn: () =>
      data(
        api.POST("/api/school/techniques", {
          body: { name, family, ...(strike && { plane, range: range.split(", ") as ("long" | "mid" | "close")[] }) },
        }),
      ),
    onSuccess: (fresh) => {
      settled(fresh);
      say(`${name} can be written everywhere now.`);
      setName("");
    },
  });
  const remove = useMutation({
    mutationFn: (id: string) => data(api.DELETE("/api/school/techniques/{id}", { params: { path: { id } } })),
    onSuccess: settled,
  });
  return (
    <Part title="Our own techniques">
      {school.own_techniques.length === 0 && (
        <p className="text-ink-soft text-sm">
          None yet. One you add here can be written, drawn, timed and judged like any other.
        </p>
      )}
      <ul>
        {school.own_techniques.map((technique) => (
          <li key={technique.id} className="flex items-center gap-3 text-sm">
            <strong>{technique.name}</strong>
            <span className="flex-1 text-ink-soft">
              {technique.family}
              {technique.used_in.length > 0 && `, used in ${technique.used_in.join(", ")}`}
            </span>
            {mayPlan && (
              <Button look="quiet" className="px-3" onClick={() => remove.mutate(technique.id)}>
                Remove {technique.name}
              </Button>
            )}
          </li>
        ))}
      </ul>
      {remove.error && <Trouble error={remove.error} />}
      {mayPlan && (
        <form
          className="grid gap-2 sm:grid-cols-2"
          onSubmit={(event) => {
            event.preventDefault();
            add.mutate();
          }}
        >
          <Field
            label="New technique"
            value={name}
            maxLength={40}
            onChange={(event) => setName(event.target.value)}
            problem={add.error instanceof Refusal ? add.error.for("name") : undefined}
          />
          <Choose
            label="Family"
            value={family}
            options={FAMILIES.map((value) => ({ value, name: value }))}
            change={(value) => setFamily(value as typeof family)}
          />
          {strike && (
            <>
              <Choose
                label="Plane"
                value={plane}
                options={PLANES.map((value) => ({ value, name: value }))}
                change={(value) => setPlane(value as typeof plane)}
              />
              <Choose
                label="Range"
                value={range}
                options={RANGES.map((bands) => ({ value: bands.join(", "), name: bands.join(" to ") }))}
                change={setRange}
              />
            </>
          )}
          {add.error && <Trouble error={add.error} />}
          <Button type="submit" className="w-fit" disabled={name.trim().length < 2 || add.isPending}>
            Add it
          </Button>
        </form>
      )}
    </Part>
  );
}
