import { type DBSchema, type IDBPDatabase, openDB } from "idb";
import type { Row } from "./outbox";

/**
 * What this device keeps: in the browser's database, flushed to disk before it counts as kept, so that a device that is
 * switched off in the middle loses nothing. Values by name, and facts on their way to the club, each a row of its own.
 */
interface Kept extends DBSchema {
  kept: { key: string; value: unknown };
  facts: { key: [number, string]; value: Row };
}

let opened: Promise<IDBPDatabase<Kept>> | undefined;
const database = () => {
  opened ??= openDB<Kept>("jaunty-bell", 2, {
    upgrade: (db, before) => {
      if (before < 1) db.createObjectStore("kept");
      if (before < 2) db.createObjectStore("facts", { keyPath: "key" });
    },
    blocking: (_, __, event) => (event.target as IDBDatabase).close(),
  });
  return opened;
};

const latest = new Map<string, unknown>();
let last: Promise<boolean> = Promise.resolve(true);

/** What was kept under a name; undefined where there is nothing, or the device does not let us keep anything. */
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
  return inOrder(async (db) => {
    if (!latest.has(key)) return; // a later value has been kept already
    const wanted = latest.get(key);
    latest.delete(key);
    const writing = db.transaction("kept", "readwrite", { durability: "strict" });
    if (wanted === undefined) await writing.store.delete(key);
    else await writing.store.put(wanted, key);
    await writing.done;
  });
}

/** Names under which something is kept. */
export async function keptNames(): Promise<string[]> {
  try {
    await last;
    return await (await database()).getAllKeys("kept");
  } catch {
    return [];
  }
}

/** Facts that wait, oldest first. */
export async function keptFacts(): Promise<Row[]> {
  try {
    await last;
    return await (await database()).getAll("facts");
  } catch {
    return [];
  }
}

/** Keeps facts as they stand, and forgets others; all or none of it. */
export function keepFacts(rows: Row[], gone: Row["key"][] = []): Promise<boolean> {
  return inOrder(async (db) => {
    const writing = db.transaction("facts", "readwrite", { durability: "strict" });
    for (const row of rows) await writing.store.put(row);
    for (const key of gone) await writing.store.delete(key);
    await writing.done;
  });
}

function inOrder(write: (db: IDBPDatabase<Kept>) => Promise<void>): Promise<boolean> {
  last = last.then(async () => {
    try {
      await write(await database());
      return true;
    } catch {
      return false;
    }
  });
  return last;
}
