import { useMutation, useQuery } from "@tanstack/react-query";
import { useDeferredValue, useState } from "react";
import { api, data, Refusal, type Schemas } from "../api/client";
import { FAMILIES, PLANES, STRIKING, TARGETS } from "../api/known";
import { Button, Field, Trouble } from "../kit/parts";
import { asks } from "../kit/queries";
import { Tick } from "../kit/Tick";
import { useSay } from "../kit/toast";
import { list } from "../kit/words";
import { Wrap } from "../kit/wrap/Wrap";
import { Choose, useSettled } from "./parts";

type Technique = Schemas["NewTechnique"];
type Side = "lead" | "rear";
type Target = (typeof TARGETS)[number];

const RANGES = [["long"], ["long", "mid"], ["mid"], ["mid", "close"], ["close"]] as const;
const LIMBS: Record<string, string> = {
  punch: "hand",
  elbow: "elbow",
  knee: "knee",
  kick: "leg",
  "hand control": "hand",
};
const ASK = { value: "", name: "choose …" };

type Told = {
  name: string;
  family: string;
  plane: string;
  sides: string;
  side: string;
  levels: Target[];
  level: string;
  range: string;
};
const NOTHING: Told = { name: "", family: "", plane: "", sides: "", side: "", levels: [], level: "", range: "" };

const isStrike = (family: string) => (STRIKING as readonly string[]).includes(family);

/** What is not said yet, in the order of the form. */
function missing(told: Told): string[] {
  const strike = isStrike(told.family);
  const wanted: [boolean, string][] = [
    [told.name.trim().length < 2, "its name"],
    [told.family === "", "what it is"],
    [told.family in LIMBS && told.sides === "", `which ${LIMBS[told.family]} throws it`],
    [told.sides === "either" && told.side === "", "which is meant when neither is said"],
    [strike && told.plane === "", "how it travels"],
    [strike && told.levels.length === 0, "where it may land"],
    [strike && told.levels.length > 1 && told.level === "", "where it lands when nothing is said"],
    [strike && told.range === "", "from how far it is thrown"],
  ];
  return wanted.filter(([is]) => is).map(([, what]) => what);
}

function techniqueOf(told: Told): Technique {
  const sides: Side[] = told.sides === "either" ? ["lead", "rear"] : [told.sides as Side];
  const sided = told.family in LIMBS && { sides, side: (sides.length === 1 ? sides[0] : told.side) as Side };
  const struck = isStrike(told.family) && {
    plane: told.plane as Technique["plane"],
    levels: told.levels,
    level: (told.levels.length === 1 ? told.levels[0] : told.level) as Target,
    range: told.range.split(", ") as Technique["range"],
  };
  return { name: told.name, family: told.family as Technique["family"], ...sided, ...struck };
}

/** A technique of the club's own: everything about it is asked, and it is tried on an example before it is kept. */
export function NewTechnique() {
  const settled = useSettled();
  const say = useSay();
  const [told, setTold] = useState(NOTHING);
  const set = (name: keyof Told) => (value: string) => setTold({ ...told, [name]: value });
  const [example, setExample] = useState("");
  const strike = isStrike(told.family);
  const limb = LIMBS[told.family];
  const open = missing(told);
  const add = useMutation({
    mutationFn: () => data(api.POST("/api/school/techniques", { body: techniqueOf(told) })),
    onSuccess: (fresh) => {
      settled(fresh);
      say(`${told.name} can be written everywhere now.`);
      setTold(NOTHING);
      setExample("");
    },
  });
  const words = (options: readonly string[]) => [ASK, ...options.map((value) => ({ value, name: value }))];
  return (
    <form
      aria-label="New technique"
      className="grid gap-2.5 sm:grid-cols-2"
      onSubmit={(event) => {
        event.preventDefault();
        add.mutate();
      }}
    >
      <Field
        label="New technique"
        value={told.name}
        maxLength={40}
        onChange={(event) => set("name")(event.target.value)}
        problem={add.error instanceof Refusal ? add.error.for("name") : undefined}
      />
      <Choose label="What it is" value={told.family} options={words(FAMILIES)} change={set("family")} />
      {limb && (
        <Choose
          label={`Which ${limb} throws it`}
          value={told.sides}
          options={[
            ASK,
            { value: "lead", name: `the lead ${limb} only` },
            { value: "rear", name: `the rear ${limb} only` },
            { value: "either", name: "either" },
          ]}
          change={set("sides")}
        />
      )}
      {limb && told.sides === "either" && (
        <Choose label="When neither is said" value={told.side} options={words(["lead", "rear"])} change={set("side")} />
      )}
      {strike && (
        <>
          <Choose label="How it travels" value={told.plane} options={words(PLANES)} change={set("plane")} />
          <Choose
            label="From how far"
            value={told.range}
            options={[ASK, ...RANGES.map((bands) => ({ value: bands.join(", "), name: bands.join(" to ") }))]}
            change={set("range")}
          />
          <Landing told={told} change={(levels) => setTold({ ...told, levels, level: "" })} />
          {told.levels.length > 1 && (
            <Choose
              label="When nothing is said"
              value={told.level}
              options={words(told.levels)}
              change={set("level")}
            />
          )}
        </>
      )}
      {open.length === 0 ? (
        <Trial technique={techniqueOf(told)} example={example} setExample={setExample} />
      ) : (
        told.name !== "" && <p className="text-ink-soft text-sm sm:col-span-2">Still to say: {list(open)}.</p>
      )}
      {add.error && <Trouble error={add.error} />}
      <Button type="submit" className="w-fit" disabled={open.length > 0 || add.isPending}>
        Add it
      </Button>
    </form>
  );
}

function Landing({ told, change }: { told: Told; change: (levels: Target[]) => void }) {
  return (
    <fieldset className="text-sm">
      <legend className="mb-1 font-semibold">Where it may land</legend>
      <div className="flex gap-4 py-2">
        {TARGETS.map((target) => (
          <Tick
            key={target}
            label={target}
            on={told.levels.includes(target)}
            set={(on) => change(TARGETS.filter((each) => (each === target ? on : told.levels.includes(each))))}
          />
        ))}
      </div>
    </fieldset>
  );
}

/** What an example says with it, before it is kept. */
function Trial({
  technique,
  example,
  setExample,
}: {
  technique: Technique;
  example: string;
  setExample: (example: string) => void;
}) {
  const notation = useDeferredValue(example || `1, ${technique.name.trim()}, 2`);
  const tried = useQuery(asks.trial({ technique, notation }));
  const reading = tried.data?.reading;
  return (
    <section aria-label="Tried on an example" className="grid gap-1.5 rounded-lg bg-canvas-deep p-3 sm:col-span-2">
      <Field
        label="Try it before you keep it"
        value={example}
        maxLength={200}
        placeholder={notation}
        onChange={(event) => setExample(event.target.value)}
        problem={tried.data?.unreadable?.message}
      />
      {tried.error && <Trouble error={tried.error} />}
      {reading && (
        <>
          <Wrap actions={reading.actions} setTime={reading.set_time} spoken={reading.spoken} size="part" />
          <p className="text-sm">{reading.spoken}</p>
          <ul className="text-ink-soft text-sm">
            {reading.findings.map((finding) => (
              <li key={`${finding.rule}${finding.at}`}>{finding.reason}</li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}
