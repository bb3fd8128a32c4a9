import { useQuery } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { useNavigate, useParams } from "react-router";
import type { Combination } from "../api/client";
import { Button, Trouble, Waiting } from "../kit/parts";
import { useKeysOf } from "../kit/placeKeys";
import { asks } from "../kit/queries";
import { useClub } from "../kit/session";
import { keep, useStored } from "../kit/stored";
import { saveDrawing } from "../kit/wrap/svgFile";
import { Wrap } from "../kit/wrap/Wrap";
import { BesidePanel } from "./BesidePanel";
import { Corner } from "./Corner";
import { CountsPanel } from "./CountsPanel";
import { Footwork } from "./Footwork";
import { JudgedFor } from "./JudgedFor";
import { KeepPanel } from "./KeepPanel";
import { Near } from "./Near";
import { NotationLine } from "./NotationLine";
import { PaceBar } from "./PaceBar";
import { type Beside, Teaching } from "./Parts";
import { FloorPicture } from "./picture/FloorPicture";
import { Shelf } from "./Shelf";
import { Tray } from "./Tray";
import { FIRST_PACING, type Judging, type Pacing, useAnalysis } from "./useAnalysis";
import { draftKey, useWriting } from "./useWriting";
import { WordList } from "./WordList";

/** The Bench: one line to type in, what the core says of it, and the shelf it goes on. */
export default function BenchPlace() {
  const { id } = useParams();
  const { numbering } = useClub();
  const saved = useQuery({ ...asks.combination(id as string), enabled: id !== undefined });
  if (id && saved.isPending) return <Waiting what="the combination" />;
  if (saved.error) return <Trouble error={saved.error} />;
  const now = `${id ?? "new"}:${saved.data?.version ?? 0}:${numbering}:${saved.data?.notation ?? ""}`;
  return <Workbench key={now} saved={saved.data} numbering={numbering} />;
}

function Workbench({ saved, numbering }: { saved?: Combination; numbering: string }) {
  const navigate = useNavigate();
  const draft = useWriting(numbering, saved);
  const { text, notation } = draft;
  const [pacing, setPacing] = useStored<Pacing>("bench:pacing", FIRST_PACING);
  const [judging, setJudging] = useStored<Judging>("bench:judging", { stance: "orthodox" });
  const [beside, setBeside] = useState<Beside & { mirrored?: boolean }>();
  const [pointed, setPointed] = useState<number | null>(null);
  const [stepped, setStepped] = useState<number | null>(null);
  const [words, setWords] = useState(false);
  const line = useRef<HTMLInputElement>(null);
  const search = useRef<HTMLInputElement>(null);
  const saveButton = useRef<HTMLButtonElement>(null);
  const cloth = useRef<HTMLDivElement>(null);
  const answer = useAnalysis(notation, pacing, judging, Object.keys(saved?.taught_so ?? {}));
  const written = notation.trim() !== "";
  const said = written && !answer.error ? answer.data : undefined;
  const shown = said?.reading ?? undefined;
  const gaps = said?.gaps ?? [];
  const reading = said?.unreadable ? undefined : shown;
  const footwork = shown?.actions.every((action) => action.family === "step" || action.family === "pause") ?? false;
  const mirrored: Judging = { ...judging, stance: judging.stance === "southpaw" ? "orthodox" : "southpaw" };

  const afresh = () => {
    if (saved) {
      keep(draftKey(numbering), undefined);
      navigate("/bench");
    } else draft.clear();
    line.current?.focus();
  };
  const mirror = () =>
    reading && setBeside({ title: `the ${mirrored.stance} stance`, notation: reading.canonical, mirrored: true });

  useKeysOf("The Bench", [
    { keys: "n", does: "new combination", run: afresh },
    { keys: "e", does: "edit the line", run: () => line.current?.focus() },
    { keys: "h", does: "how to write it: every technique and word", run: () => setWords(true) },
    { keys: "s", does: "search the shelf", run: () => search.current?.focus() },
    { keys: "Ctrl+Enter", does: "keep it on the shelf", run: () => saveButton.current?.click() },
    { keys: "Ctrl+z", does: "undo", run: text.undo },
    { keys: "Ctrl+Shift+z", does: "redo", run: text.redo },
    { keys: "m", does: "mirror it", run: () => mirror() },
    { keys: "o", does: "orthodox or southpaw", run: () => setJudging(mirrored) },
  ]);

  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-4 lg:grid-cols-[216px_minmax(0,1fr)_272px] lg:grid-rows-[auto_1fr]">
      <h1 className="sr-only">Bench</h1>
      <div className="order-4 lg:order-1 lg:row-span-2">
        <Shelf
          current={saved?.id}
          searchRef={search}
          near={reading && <Near notation={reading.canonical} except={saved?.id} />}
        />
      </div>
      <div className="order-1 flex min-w-0 flex-col gap-3 lg:order-2">
        <NotationLine
          ref={line}
          value={text.value}
          change={(next) => text.set(next, "typing")}
          put={text.set}
          answer={said}
          showWords={() => setWords(true)}
          stance={judging.stance === "southpaw" ? "southpaw" : "orthodox"}
          setStance={(stance) => setJudging({ ...judging, stance })}
        />
        <Tray
          put={(token) => text.set(written ? `${notation}-${token}` : token)}
          undo={text.undo}
          canUndo={text.canUndo}
        />
        {answer.error && <Trouble error={answer.error} />}
        <div ref={cloth}>
          <Wrap
            actions={shown?.actions ?? []}
            setTime={shown?.set_time ?? 2}
            spoken={shown?.spoken ?? ""}
            size="large"
            selected={pointed ?? stepped}
          />
          {said?.unreadable && !shown && (
            <p className="mt-1 px-1 text-ink-soft text-sm">Nothing of this can be read yet, so nothing is drawn.</p>
          )}
        </div>
        {beside && (
          <BesidePanel
            beside={beside}
            pacing={pacing}
            judging={beside.mirrored ? mirrored : judging}
            origin={saved?.id}
            take={(part) => text.set(part)}
            close={() => setBeside(undefined)}
          />
        )}
      </div>
      <div className="order-3 flex min-w-0 flex-col gap-3 lg:order-4">
        {shown && (
          <div
            className={`grid grid-cols-[minmax(0,1fr)] gap-3 ${footwork ? "" : "md:grid-cols-[minmax(0,1fr)_208px]"}`}
          >
            {footwork ? (
              <Footwork notation={shown.canonical} put={(next) => text.set(next)} />
            ) : (
              <FloorPicture
                reading={shown}
                notation={notation}
                judging={judging}
                bpm={pacing.solve === "tempo" ? (answer.data?.pace?.tempo ?? pacing.tempo) : pacing.tempo}
                select={setStepped}
              />
            )}
            {!footwork && <CountsPanel reading={shown} pace={said?.pace} gaps={gaps.length} />}
          </div>
        )}
        <PaceBar pacing={pacing} change={setPacing} pace={said?.pace ?? null} infeasible={said?.infeasible ?? null} />
      </div>
      <div className="order-2 flex flex-col gap-3 lg:order-3 lg:row-span-2">
        <div className="order-1 lg:order-none">
          <JudgedFor judging={judging} change={setJudging} />
        </div>
        <Corner
          findings={shown?.findings}
          written={written}
          gaps={gaps.length}
          saved={saved}
          select={setPointed}
          mend={(fix) => text.set(fix)}
        />
        <KeepPanel
          ref={saveButton}
          saved={saved}
          draft={draft}
          readable={Boolean(reading)}
          faulty={reading?.findings.some((finding) => finding.severity === "fault" && !finding.taught) ?? false}
        />
        <Teaching reading={reading} pace={said?.pace ?? undefined} show={setBeside} mirror={mirror} />
        {reading && (
          <Button
            look="quiet"
            className="justify-start px-2"
            onClick={() => cloth.current && saveDrawing(cloth.current, draft.name || reading.canonical)}
          >
            The drawing as SVG
          </Button>
        )}
      </div>
      <WordList open={words} close={() => setWords(false)} />
    </div>
  );
}
