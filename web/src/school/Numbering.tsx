import { useMutation, useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { api, data } from "../api/client";
import { Box } from "../kit/Box";
import { Button, Trouble } from "../kit/parts";
import { asks } from "../kit/queries";
import { useMayPlan } from "../kit/session";
import { Choose, type School, useChangeSettings, useSettled } from "./parts";

/** How the club writes its combinations, and how this coach reads them. */
export function Numbering({ school }: { school: School }) {
  const settled = useSettled();
  const mayPlan = useMayPlan();
  const mine = useMutation({
    mutationFn: (numbering: string | null) => data(api.PUT("/api/school/my-numbering", { body: { numbering } })),
    onSuccess: settled,
  });
  const club = useChangeSettings();
  const all = school.numberings.map((numbering) => ({ value: numbering.id, name: numbering.name }));
  return (
    <Box title="Numbers">
      <Choose
        label="The club writes in"
        value={String(school.settings.numbering)}
        options={all}
        change={(numbering) => club.mutate({ numbering })}
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
    </Box>
  );
}

/** The club's own numbers, written as a list: 1 jab, 2 cross, 7 lead hook body. */
function OwnNumbers({ school }: { school: School }) {
  const settled = useSettled();
  const lexicon = useQuery(asks.lexicon());
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
