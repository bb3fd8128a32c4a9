import { type DBSchema, type IDBPDatabase, openDB } from "idb";

/**
 * What a class keeps on this device: in the browser's database, flushed to disk before it counts as kept, so that a device
 * that is switched off in the middle loses nothing.
 */
interface Kept extends DBSchema {
  kept: { key: string; value: unknown };
}

let opened: Promise<IDBPDatabase<Kept>> | undefined;
const database = () => {
  opened ??= openDB<Kept>("jaunty-bell", 1, { upgrade: (db) => void db.createObjectStore("kept") });
  return opened;
};

const latest = new Map<string, unknown>();
let last: Promise<boolean> = Promise.resolve(true);

/** What was kept under a key; undefined where there is nothing, or the device does not let us keep anything. */
export async function recallKept<T>(key: string): Promise<T | undefined> {
  try {
    await last;
    return (await (await database()).get("kept", key)) as T | undefined;
  } catch {
    return undefined;
  }
}

/** Keeps a value, or with undefined nothing more; false where the device has no room or refuses. In order, one by one. */
export function keepFor(key: string, value: unknown): Promise<boolean> {
  latest.set(key, value);
  last = last.then(async () => {
    if (!latest.has(key)) return true; // a later value has been kept already
    const wanted = latest.get(key);
    latest.delete(key);
    try {
      const writing = (await database()).transaction("kept", "readwrite", { durability: "strict" });
      if (wanted === undefined) await writing.store.delete(key);
      else await writing.store.put(wanted, key);
      await writing.done;
      return true;
    } catch {
      return false;
    }
  });
  return last;
}
