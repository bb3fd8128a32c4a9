import { useEffect, useMemo, useState } from "react";
import type { Combination } from "../api/client";
import { useHistory } from "../kit/history";
import { keep, recall } from "../kit/stored";

/** A separator with nothing after it yet: more is coming, so it is not read as a mistake. */
const UNFINISHED = /[\s,+→-]+$/;

type Draft = { notation: string; name: string; tags: string };

/** Digits mean something only in their own numbering, so each numbering has its drafts. */
export const draftKey = (numbering: string, saved?: Combination) => `bench:${numbering}:${saved?.id ?? "new"}`;

/** What is being written: the line with its undo, the name and the tags; kept on this device until it is on the shelf. */
export function useWriting(numbering: string, saved?: Combination) {
  const key = draftKey(numbering, saved);
  const start = useMemo(() => firstDraft(key, saved), [key, saved]);
  const text = useHistory(start.notation);
  const [name, setName] = useState(start.name);
  const [tags, setTags] = useState(start.tags);
  const notation = text.value.replace(UNFINISHED, "");
  const changed =
    notation !== (saved?.notation ?? "") || name !== (saved?.name ?? "") || tags !== (saved?.tags.join(", ") ?? "");
  useEffect(() => {
    keep(key, changed ? ({ notation, name, tags } satisfies Draft) : undefined);
  }, [key, changed, notation, name, tags]);
  const clear = () => {
    text.reset("");
    setName("");
    setTags("");
  };
  return { key, text, notation, name, setName, tags, setTags, changed, clear };
}

export type Writing = ReturnType<typeof useWriting>;

function firstDraft(key: string, saved?: Combination): Draft {
  const kept = recall<Partial<Draft>>(key);
  return {
    notation: kept?.notation ?? saved?.notation ?? "",
    name: kept?.name ?? saved?.name ?? "",
    tags: kept?.tags ?? saved?.tags.join(", ") ?? "",
  };
}
