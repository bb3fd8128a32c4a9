import { Menu, MenuButton, MenuItem, MenuItems } from "@headlessui/react";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, type Combination, data, type Finding } from "../api/client";
import { Button, Trouble } from "../kit/parts";
import { asks } from "../kit/queries";
import { useMayPlan } from "../kit/session";
import { useStale } from "../kit/stale";
import { dayAndMonth } from "../kit/time";
import { useSay } from "../kit/toast";

const LOOK = {
  fault: { word: "fault", bar: "bg-rear", text: "text-rear" },
  caution: { word: "caution", bar: "bg-partner", text: "text-partner" },
  weak: { word: "weak link", bar: "bg-brass", text: "text-brass-deep" },
  cue: { word: "cue", bar: "bg-step", text: "text-step" },
};

type Told = Finding & { times: number };

/** The same thing said of several places is said once, with how often. */
function gathered(findings: Finding[]): Told[] {
  const told = new Map<string, Told>();
  for (const finding of findings) {
    const key = `${finding.rule}${finding.reason}`;
    const before = told.get(key);
    if (before) before.times += 1;
    else told.set(key, { ...finding, times: 1 });
  }
  return [...told.values()];
}

type Props = {
  findings?: Finding[];
  written: boolean;
  gaps: number;
  saved?: Combination;
  select: (index: number | null) => void;
  mend: (notation: string) => void;
};

/** The corner: faults, cautions, weak links and cues, each with its mends; footwork and what is taught so stand apart. */
export function Corner({ findings, written, gaps, saved, select, mend }: Props) {
  const told = gathered(findings ?? []);
  const taught = told.filter((finding) => finding.taught);
  const footwork = told.filter((finding) => finding.footwork && !finding.taught);
  const open = told.filter((finding) => !finding.taught && !finding.footwork);
  const one = (finding: Told) => (
    <Said key={`${finding.rule}${finding.at}${finding.seam}`} {...{ finding, saved, select, mend }} />
  );
  return (
    <section aria-label="The corner says">
      <h2 className="wide mb-2 font-extrabold text-lg">The corner says</h2>
      {!written && (
        <div className="text-sm">
          <p className="mb-2 text-ink-soft">Write a combination and the corner tells you how it sits on the body.</p>
          <Button onClick={() => mend("1-2-3b-2")}>Try 1-2-3b-2</Button>
        </div>
      )}
      {findings && gaps > 0 && (
        <p className="mb-2 text-ink-soft text-sm">
          Of what could be read so far, without the {gaps > 1 ? "gaps" : "gap"}:
        </p>
      )}
      {findings && open.length === 0 && (
        <p className="rounded-xl border-[1.5px] border-seam bg-chalk px-4 py-3 text-sm">
          <strong>It flows.</strong> Nothing to mend.
        </p>
      )}
      <ul className="grid gap-2">{open.map(one)}</ul>
      {footwork.length > 0 && (
        <>
          <h3 className="mt-3 mb-1 font-bold text-sm">Where the feet go</h3>
          <ul className="grid gap-2">{footwork.map(one)}</ul>
        </>
      )}
      {taught.length > 0 && <TaughtSo findings={taught} saved={saved} />}
      {findings && (
        <p className="mt-2 text-ink-soft text-xs">
          A house model of what coaches teach, not a measurement of anyone's body.
        </p>
      )}
    </section>
  );
}

function Said({ finding, saved, select, mend }: { finding: Told } & Pick<Props, "saved" | "select" | "mend">) {
  const look = LOOK[finding.severity];
  return (
    <li
      className="relative rounded-xl border-[1.5px] border-seam bg-chalk py-2 pr-3 pl-4"
      onMouseEnter={() => select(finding.at)}
      onMouseLeave={() => select(null)}
      onFocus={() => select(finding.at)}
      onBlur={() => select(null)}
    >
      <span aria-hidden="true" className={`absolute inset-y-0 left-0 w-1.5 rounded-l-xl ${look.bar}`} />
      <p className={`flex items-baseline justify-between gap-2 font-bold text-xs ${look.text}`}>
        <span>
          {finding.footwork ? "footwork" : look.word}
          {finding.seam && ", from one set to the next"}
          {finding.times > 1 && ` · ${finding.times} times`}
        </span>
        <WeTeachItSo rule={finding.rule} saved={saved} />
      </p>
      <p className="font-semibold text-[15px] leading-snug">{finding.reason}</p>
      {finding.fixes.length > 0 && (
        <p className="mt-1.5 flex flex-wrap gap-1.5">
          {finding.fixes.map((fix) => (
            <button
              key={fix.notation}
              type="button"
              title={fix.notation}
              onClick={() => mend(fix.notation)}
              className="rounded-full border-[1.5px] border-ink/70 px-2.5 py-1 font-semibold text-[13px] hover:bg-canvas-deep"
            >
              {fix.label}
            </button>
          ))}
        </p>
      )}
    </li>
  );
}

type Asked = { rule: string; taught: boolean; where: "school" | "combination" };

/** Says "we teach it so" of a finding, or takes it back; with a way to undo it. */
function useTeachSo(saved?: Combination) {
  const client = useQueryClient();
  const stale = useStale();
  const say = useSay();
  const teach = useMutation({
    mutationFn: async ({ rule, taught, where }: Asked) => {
      if (where === "school") {
        const school = await data(api.PUT("/api/school/taught-so", { body: { rule, taught } }));
        client.setQueryData(asks.school().queryKey, school);
        return stale("school");
      }
      if (!saved) return;
      const row = await data(
        api.PUT("/api/bench/combinations/{id}/taught-so", {
          params: { path: { id: saved.id } },
          body: { rule, taught, version: saved.version },
        }),
      );
      client.setQueryData(asks.combination(row.id).queryKey, row);
      return stale("combination");
    },
    onSuccess: (_, { taught, where }) => {
      const whom = where === "school" ? "for every combination" : "for this combination";
      say(taught ? `Taught so ${whom}. It stays in sight, small.` : `The corner judges it again ${whom}.`);
    },
  });
  return teach;
}

function WeTeachItSo({ rule, saved }: { rule: string; saved?: Combination }) {
  const mayPlan = useMayPlan();
  const teach = useTeachSo(saved);
  if (!mayPlan) return null;
  const item = "block w-full px-4 py-2 text-left font-semibold text-ink text-sm data-focus:bg-canvas-deep";
  return (
    <>
      <Menu>
        <MenuButton className="font-semibold text-ink-soft text-xs underline">we teach it so</MenuButton>
        <MenuItems
          anchor="bottom end"
          className="z-30 mt-1 w-56 rounded-xl border-[1.5px] border-seam bg-chalk py-1 shadow-lg"
        >
          {saved && (
            <MenuItem>
              <button
                type="button"
                className={item}
                onClick={() => teach.mutate({ rule, taught: true, where: "combination" })}
              >
                in this combination
              </button>
            </MenuItem>
          )}
          <MenuItem>
            <button
              type="button"
              className={item}
              onClick={() => teach.mutate({ rule, taught: true, where: "school" })}
            >
              in every combination here
            </button>
          </MenuItem>
        </MenuItems>
      </Menu>
      {teach.error && <Trouble error={teach.error} />}
    </>
  );
}

/** What the club teaches so: small, with who said it and when, and how to take it back. */
function TaughtSo({ findings, saved }: { findings: Told[]; saved?: Combination }) {
  const mayPlan = useMayPlan();
  const school = useQuery(asks.school());
  const teach = useTeachSo(saved);
  return (
    <>
      <h3 className="mt-3 mb-1 font-bold text-sm">Taught so here</h3>
      <ul className="grid gap-1 text-ink-soft text-xs">
        {findings.map((finding) => {
          const where = finding.taught ?? "school";
          const says = (where === "school" ? school.data?.settings.taught_so : saved?.taught_so)?.[finding.rule];
          return (
            <li key={`${finding.rule}${finding.at}`}>
              {finding.reason}
              {says && ` ${says.by}, ${dayAndMonth(says.on)}${where === "school" ? "" : ", for this one"}.`}{" "}
              {mayPlan && (
                <button
                  type="button"
                  className="font-semibold underline"
                  onClick={() => teach.mutate({ rule: finding.rule, taught: false, where })}
                >
                  Judge it again
                </button>
              )}
            </li>
          );
        })}
      </ul>
      {teach.error && <Trouble error={teach.error} />}
    </>
  );
}
