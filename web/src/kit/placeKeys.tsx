import { createContext, type ReactNode, useContext, useEffect, useMemo, useState } from "react";
import { type Key, useKeys } from "./keys";
import { Sheet } from "./Sheet";

type Group = { title: string; keys: Key[] };
type Registry = { groups: Group[]; put: (group: Group) => () => void };
const Keys = createContext<Registry>({ groups: [], put: () => () => {} });

/** Keeps what each place says of its keys, so that ? can show them. */
export function PlaceKeys({ children }: { children: ReactNode }) {
  const [groups, setGroups] = useState<Group[]>([]);
  const registry = useMemo(
    () => ({
      groups,
      put: (group: Group) => {
        setGroups((before) => [...before.filter((other) => other.title !== group.title), group]);
        return () => setGroups((before) => before.filter((other) => other.title !== group.title));
      },
    }),
    [groups],
  );
  return <Keys value={registry}>{children}</Keys>;
}

export const usePlaceKeys = () => useContext(Keys).groups;

/** Keys of a place: they work while it is open, and ? shows them. */
export function useKeysOf(title: string, keys: Key[]) {
  useKeys(keys);
  const { put } = useContext(Keys);
  const shown = keys.map((key) => `${key.keys}|${key.does}`).join("\n");
  // biome-ignore lint/correctness/useExhaustiveDependencies: the registry changes with every entry; what is shown decides.
  useEffect(() => put({ title, keys }), [title, shown]);
}

export function KeysDialog({ open, close, groups }: { open: boolean; close: () => void; groups: Group[] }) {
  return (
    <Sheet open={open} close={close} title="Keys">
      {groups.map((group) => (
        <section key={group.title} className="mb-4">
          <h3 className="mb-1 font-bold">{group.title}</h3>
          <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1 text-sm">
            {group.keys.map((key) => (
              <div key={key.keys} className="contents">
                <dt>
                  <kbd className="rounded border border-seam bg-canvas px-1.5 font-sans font-semibold">{key.keys}</kbd>
                </dt>
                <dd>{key.does}</dd>
              </div>
            ))}
          </dl>
        </section>
      ))}
    </Sheet>
  );
}
