import type { Facts } from "../api/client";

type Tables = { [Table in keyof Facts]-?: NonNullable<Facts[Table]>[number] };
export type Fact = { [Table in keyof Tables]: { table: Table; fact: Tables[Table] } }[keyof Tables];

/** A fact on its way: of whose hand, of which class, whether it may have gone already, and why the server would not have it. */
export type Row = {
  key: [number, string]; // in order
  owner: string;
  club?: string; // of theirs, that it is of; none from before somebody could be in several
  classId: string;
  entry: Fact;
  tried: boolean;
  why?: string;
};

/** Where rows are kept, and how they are sent. */
export type Means = {
  all: () => Promise<Row[]>;
  keep: (rows: Row[], gone?: Row["key"][]) => Promise<boolean>;
  post: (classId: string, facts: Facts) => Promise<void>;
  told: () => void; // other pages of this device look again
  alone: (work: () => Promise<boolean>) => Promise<boolean>; // one page sends at a time
  wait: (work: () => void, ms: number) => () => void;
};

const RETRY = 4_000; // ms
const MOST = 400; // sent at once
const LATER = [0, 401, 408, 412, 425, 429, 502, 503, 504]; // it is not the fact that is refused

const TOLD = [401, 503]; // of these, those whose reason a coach is told

const statusOf = (error: unknown) => (error as { status?: number }).status ?? 0;

/**
 * All facts of this device on their way to the club, whatever is open: kept until the server has them, sent in order, and
 * sent again until they are. Each carries its id, so sending twice stores once. A fact the server will not have is set
 * aside, so that it holds up no other, and is shown to the coach. Facts of one person are sent while that person is
 * signed in, in the club they are of.
 */
export class Outbox {
  private rows: Row[] = [];
  private readonly begun: Promise<void>;
  private readonly page = crypto.randomUUID?.().slice(0, 8) ?? String(Math.random());
  private owner?: string;
  private club?: string;
  private sending?: Promise<boolean>;
  private stopWaiting?: () => void;
  private readonly listeners = new Set<() => void>();
  private readonly unkept = new Map<string, Row>(); // not on the device yet
  private readonly journals = new Set<Map<string, Row | undefined>>(); // what changes while somebody looks
  private last = 0;
  /** Rises with every change. */
  version = 0;
  /** Why nothing can be sent at the moment, where it is not the network. */
  refusal?: Error & { status: number };
  /** The device has no room to keep what waits. */
  full = false;

  constructor(private readonly means: Means) {
    this.begun = this.look();
  }

  subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** Who is signed in, in which club; nobody for undefined. Their facts are sent at once. */
  signedIn(owner: string | undefined, club?: string) {
    this.owner = owner;
    this.club = club;
    this.refusal = undefined;
    if (owner) void this.send();
    this.changed();
  }

  /** Facts of whoever is signed in that still wait, of a class or of all. */
  waiting(classId?: string) {
    return this.mine(classId).filter((row) => row.why === undefined);
  }

  /** What the server would not have. */
  refused(classId?: string) {
    return this.mine(classId).filter((row) => row.why !== undefined);
  }

  /** How many facts somebody else has left on this device. */
  get ofOthers() {
    return this.rows.filter((row) => row.owner !== this.owner && row.owner !== "").length;
  }

  /** How many facts of this person wait for another club of theirs. */
  get elsewhere() {
    return this.rows.filter((row) => row.owner === this.owner && !this.here(row)).length;
  }

  /** Classes of which facts of this person are still here. */
  get classes() {
    return [...new Set(this.mine().map((row) => row.classId))];
  }

  put(classId: string, ...facts: Fact[]) {
    for (const entry of facts)
      entry.table === "taken_back" ? this.takeBack(classId, entry.fact) : this.add(classId, entry);
    if (facts.length > 0) void this.send();
  }

  /** Takes a fact back: out of the box where it cannot have gone, else by a fact of its own. */
  private takeBack(classId: string, id: string) {
    const here = this.rows.find(
      (row) => row.entry.table !== "taken_back" && (row.entry.fact as { id: string }).id === id,
    );
    if (here && (!here.tried || here.why !== undefined)) void this.keep([], [here]);
    if (!here || here.tried) this.add(classId, { table: "taken_back", fact: id });
  }

  /** Tries once more to send what the server would not have. */
  retry = () => {
    void this.keep(this.refused().map((row) => ({ ...row, why: undefined })));
    void this.send();
  };

  /** Lets go of everything of whoever is signed in. */
  forget() {
    void this.keep([], this.mine());
  }

  /** Sends what waits; true once nothing does. */
  send(): Promise<boolean> {
    this.sending ??= this.means
      .alone(() => this.sendAll())
      .catch(() => false)
      .finally(() => {
        this.sending = undefined;
        // What was put while the last answer came in.
        if (this.waiting().length > 0 && !this.stopWaiting) this.later();
      });
    return this.sending;
  }

  /** Looks at what is kept: another page of this device may have put or sent something. */
  async look() {
    const meanwhile = new Map<string, Row | undefined>();
    this.journals.add(meanwhile);
    const rows = new Map((await this.means.all()).map((row) => [row.key.join(), row]));
    this.journals.delete(meanwhile);
    for (const [key, row] of [...this.unkept, ...meanwhile]) row ? rows.set(key, row) : rows.delete(key);
    this.rows = inOrder([...rows.values()]);
    this.changed();
  }

  private add(classId: string, entry: Fact) {
    void this.keep([{ key: this.nextKey(), owner: this.owner ?? "", club: this.club, classId, entry, tried: false }]);
  }

  private mine(classId?: string) {
    return this.rows.filter(
      (row) =>
        (row.owner === this.owner || (row.owner === "" && this.owner)) &&
        this.here(row) &&
        (!classId || row.classId === classId),
    );
  }

  private here = (row: Row) => row.club === undefined || this.club === undefined || row.club === this.club;

  private nextKey(): Row["key"] {
    const last = this.rows.at(-1)?.key[0] ?? 0;
    this.last = Math.max(Date.now(), last + 1, this.last + 1);
    return [this.last, this.page];
  }

  private async sendAll(): Promise<boolean> {
    this.stopWaiting?.();
    this.stopWaiting = undefined;
    await this.begun;
    await this.look();
    let size = MOST;
    for (;;) {
      const first = this.waiting()[0];
      if (!first && this.refusal) {
        this.refusal = undefined; // another page of this device has sent it
        this.changed();
      }
      if (!first || !this.owner) return !first;
      const batch = this.waiting(first.classId).slice(0, size);
      const tried = batch.map((row) => ({ ...row, tried: true }));
      await this.keep(tried);
      try {
        await this.means.post(first.classId, bundled(tried));
        this.refusal = undefined;
        size = Math.min(MOST, size * 2);
        await this.keep([], tried);
      } catch (error) {
        if (LATER.includes(statusOf(error))) {
          this.refusal = TOLD.includes(statusOf(error)) ? (error as Error & { status: number }) : undefined;
          this.later();
          this.changed();
          return false;
        }
        // Somebody among them is refused: halves find out who.
        if (tried.length > 1) size = Math.ceil(tried.length / 2);
        else await this.keep(tried.map((row) => ({ ...row, why: (error as Error).message })));
      }
    }
  }

  private later() {
    this.stopWaiting?.();
    this.stopWaiting = this.means.wait(() => {
      this.stopWaiting = undefined;
      void this.send();
    }, RETRY);
  }

  /** Rows as they are from now on, and rows that are gone: here at once, and on the device as soon as it can. */
  private async keep(rows: Row[], gone: Row[] = []) {
    const changes = new Map<string, Row | undefined>(gone.map((row) => [row.key.join(), undefined]));
    for (const row of rows) changes.set(row.key.join(), row);
    this.rows = inOrder([...this.rows.filter((row) => !changes.has(row.key.join())), ...rows]);
    for (const [key, row] of changes) {
      row ? this.unkept.set(key, row) : this.unkept.delete(key);
      for (const journal of this.journals) journal.set(key, row);
    }
    this.changed();
    const kept = await this.means.keep(
      rows,
      gone.map((row) => row.key),
    );
    for (const row of kept ? rows : []) if (this.unkept.get(row.key.join()) === row) this.unkept.delete(row.key.join());
    if (this.full === kept) {
      this.full = !kept;
      this.changed();
    }
    this.means.told();
  }

  private changed() {
    this.version += 1;
    for (const listener of this.listeners) listener();
  }
}

const inOrder = (rows: Row[]) => rows.sort((one, two) => one.key[0] - two.key[0] || (one.key[1] < two.key[1] ? -1 : 1));

function bundled(batch: Row[]): Facts {
  const facts: Record<string, unknown[]> = {};
  for (const { entry } of batch) {
    facts[entry.table] ??= [];
    facts[entry.table]?.push(entry.fact);
  }
  return facts as Facts;
}
