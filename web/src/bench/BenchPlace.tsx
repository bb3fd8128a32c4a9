import { useQuery } from "@tanstack/react-query";
import { useEffect, useMemo, useRef, useState } from "react";
import { useNavigate, useParams } from "react-router";
import { api, type Combination, data } from "../api/client";
import { useHistory } from "../kit/history";
import { Trouble, Waiting } from "../kit/parts";
import { useKeysOf } from "../kit/placeKeys";
import { keep, recall, useStored } from "../kit/stored";
import { Wrap } from "../kit/wrap/Wrap";
import { Corner } from "./Corner";
import { CountsPanel } from "./CountsPanel";
import { KeepPanel } from "./KeepPanel";
import { NotationLine } from "./NotationLine";
import { PaceBar } from "./PaceBar";
import { FloorPicture } from "./picture/FloorPicture";
import { Shelf } from "./Shelf";
import { Tray } from "./Tray";
import { FIRST_PACING, type Pacing, useAnalysis } from "./useAnalysis";

/** A separator with nothing after it yet: more is coming, so it is not read as a mistake. */
const UNFINISHED = /[\s,+→-]+$/;

type Draft = { notation: string; name: string };

/** The Bench: one line to type in, what the core says of it, and the shelf it goes on. */
export default function BenchPlace() {
  const { id } = useParams();
  const saved = useQuery({
    queryKey: ["combination", id],
    queryFn: () => data(api.GET("/api/bench/combinations/{id}", { params: { path: { id: id as string } } })),
    enabled: id !== undefined,
  });
  if (id && saved.isPending) return <Waiting what="the combination" />;
  if (saved.error) return <Trouble error={saved.error} />;
  return <Workbench key={`${id ?? "new"}:${saved.data?.version ?? 0}`} saved={saved.data} />;
}

function Workbench({ saved }: { saved?: Combination }) {
  const navigate = useNavigate();
  const draftKey = `bench:${saved?.id ?? "new"}`;
  const start = useMemo(() => firstDraft(draftKey, saved), [draftKey, saved]);
  const text = useHistory(start.notation);
  const [name, setName] = useState(start.name);
  const [pacing, setPacing] = useStored<Pacing>("bench:pacing", FIRST_PACING);
  const [stance, setStance] = useStored<"orthodox" | "southpaw">("bench:stance", "orthodox");
  const [selected, setSelected] = useState<number | null>(null);
  const [stepped, setStepped] = useState<number | null>(null);
  const line = useRef<HTMLInputElement>(null);
  const search = useRef<HTMLInputElement>(null);
  const saveButton = useRef<HTMLButtonElement>(null);
  const notation = text.value.replace(UNFINISHED, "");
  const answer = useAnalysis(notation, pacing, stance);
  const written = notation.trim() !== "";
  const reading = written ? answer.data?.reading : undefined;
  const shown = useLast(reading ?? undefined, written);

  useEffect(() => {
    const changed = notation !== (saved?.notation ?? "") || name !== (saved?.name ?? "");
    keep(draftKey, changed ? ({ notation, name } satisfies Draft) : undefined);
  }, [draftKey, notation, name, saved]);

  const afresh = () => {
    keep("bench:new", undefined);
    if (saved) navigate("/bench");
    else {
      text.reset("");
      setName("");
    }
    line.current?.focus();
  };

  useKeysOf("The Bench", [
    { keys: "n", does: "new combination", run: afresh },
    { keys: "e", does: "edit the line", run: () => line.current?.focus() },
    { keys: "s", does: "search the shelf", run: () => search.current?.focus() },
    { keys: "Ctrl+Enter", does: "keep it on the shelf", run: () => saveButton.current?.click() },
    { keys: "Ctrl+z", does: "undo", run: text.undo },
    { keys: "Ctrl+Shift+z", does: "redo", run: text.redo },
    { keys: "m", does: "orthodox or southpaw", run: () => setStance(stance === "orthodox" ? "southpaw" : "orthodox") },
  ]);

  return (
    <div className="grid gap-4 lg:grid-cols-[216px_minmax(0,1fr)_272px]">
      <h1 className="sr-only">Bench</h1>
      <div className="order-3 lg:order-1">
        <Shelf current={saved?.id} searchRef={search} />
      </div>
      <div className="order-1 flex min-w-0 flex-col gap-3 lg:order-2">
        <NotationLine
          ref={line}
          value={text.value}
          change={(next) => text.set(next, "typing")}
          put={text.set}
          answer={written ? answer.data : undefined}
          stance={stance}
          setStance={setStance}
        />
        <Tray
          put={(token) => text.set(notation.trim() === "" ? token : `${notation}-${token}`)}
          undo={text.undo}
          canUndo={text.canUndo}
        />
        {answer.error && <Trouble error={answer.error} />}
        <Wrap
          actions={shown?.actions ?? []}
          setTime={shown?.set_time ?? 2}
          spoken={shown?.spoken ?? ""}
          size="large"
          selected={selected ?? stepped}
        />
        {shown && (
          <div className="grid gap-3 md:grid-cols-[minmax(0,1fr)_208px]">
            <FloorPicture
              reading={shown}
              bpm={pacing.solve === "tempo" ? (answer.data?.pace?.tempo ?? pacing.tempo) : pacing.tempo}
              select={setStepped}
            />
            <CountsPanel reading={shown} />
          </div>
        )}
        <PaceBar
          pacing={pacing}
          change={setPacing}
          pace={written ? answer.data?.pace : null}
          infeasible={written ? answer.data?.infeasible : null}
        />
      </div>
      <div className="order-2 flex flex-col gap-3 lg:order-3">
        <Corner findings={reading?.findings} written={written} select={setSelected} mend={(fix) => text.set(fix)} />
        <KeepPanel
          ref={saveButton}
          saved={saved}
          name={name}
          setName={setName}
          notation={notation}
          readable={Boolean(reading)}
        />
      </div>
    </div>
  );
}

function firstDraft(key: string, saved?: Combination): Draft {
  return (
    recall<Draft>(key) ?? {
      notation: saved?.notation ?? (key === "bench:new" ? "1-2-3b-2" : ""),
      name: saved?.name ?? "",
    }
  );
}

/** The last readable answer, so that the drawing stays while a word is half typed. */
function useLast<T>(value: T | undefined, wanted: boolean): T | undefined {
  const last = useRef<T>(undefined);
  if (value !== undefined) last.current = value;
  if (!wanted) last.current = undefined;
  return last.current;
}
