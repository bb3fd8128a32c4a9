import { api, data, type Facts, Refusal } from "../api/client";
import { keep, recall } from "../kit/stored";

export type Fact =
  | { table: "attendances"; fact: NonNullable<Facts["attendances"]>[number] }
  | { table: "round_runs"; fact: NonNullable<Facts["round_runs"]>[number] }
  | { table: "marks"; fact: NonNullable<Facts["marks"]>[number] }
  | { table: "efforts"; fact: NonNullable<Facts["efforts"]>[number] }
  | { table: "taken_back"; fact: string };

const RETRY = 4_000;

/**
 * Facts of one class on their way to the club: kept on this device until the server has them, sent in order, and sent
 * again until they are. Each carries its id, so sending twice stores once.
 */
export class Outbox {
  private waiting: Fact[];
  private sending = false;
  private timer?: number;
  /** Why the server refused what was sent last; it stays here for the coach to see. */
  refusal?: Refusal;
  /** The device has no room to keep what waits. */
  full = false;

  constructor(
    private readonly classId: string,
    private readonly changed: () => void,
  ) {
    this.waiting = recall<Fact[]>(this.key) ?? [];
  }

  private get key() {
    return `outbox:${this.classId}`;
  }

  get size() {
    return this.waiting.length;
  }

  put(...facts: Fact[]) {
    this.waiting.push(...facts);
    this.store();
    void this.send();
  }

  /** Takes a mark back: out of the box if it is still here, else by telling the server. */
  takeBack(id: string) {
    const here = this.waiting.findIndex((entry) => entry.table === "marks" && entry.fact.id === id);
    if (here !== -1 && !this.sending) {
      this.waiting.splice(here, 1);
      this.store();
    } else {
      this.put({ table: "taken_back", fact: id });
    }
  }

  /** Sends what waits; true once the box is empty. */
  async send(): Promise<boolean> {
    if (this.sending) return false;
    window.clearTimeout(this.timer);
    if (this.waiting.length === 0) return true;
    this.sending = true;
    const batch = this.waiting.slice(0, 400);
    try {
      await data(
        api.POST("/api/floor/classes/{id}/facts", { params: { path: { id: this.classId } }, body: bundled(batch) }),
      );
      this.waiting = this.waiting.slice(batch.length);
      this.refusal = undefined;
    } catch (error) {
      if (error instanceof Refusal && !error.offline && error.status < 500) this.refusal = error;
      this.timer = window.setTimeout(() => void this.send(), RETRY);
    } finally {
      this.sending = false;
      this.store();
    }
    if (this.waiting.length > 0 && !this.refusal && !this.timer) return this.send();
    return this.waiting.length === 0;
  }

  stop() {
    window.clearTimeout(this.timer);
  }

  private store() {
    this.full = !keep(this.key, this.waiting.length > 0 ? this.waiting : undefined);
    this.changed();
  }
}

function bundled(batch: Fact[]): Facts {
  const facts: Record<string, unknown[]> = {};
  for (const entry of batch) {
    facts[entry.table] ??= [];
    facts[entry.table]?.push(entry.fact);
  }
  return facts as Facts;
}
