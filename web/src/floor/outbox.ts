import { api, data, type Facts, Refusal } from "../api/client";
import { keepFor } from "./kept";

type Tables = { [Table in keyof Facts]-?: NonNullable<Facts[Table]>[number] };
export type Fact = { [Table in keyof Tables]: { table: Table; fact: Tables[Table] } }[keyof Tables];
export type Waiting = { waiting: Fact[]; refused: { entry: Fact; why: string }[] };

export const outboxKey = (classId: string) => `outbox:${classId}`;
const RETRY = 4_000;
const MOST = 400; // sent at once

/**
 * Facts of one class on their way to the club: kept on this device until the server has them, sent in order, and sent
 * again until they are. Each carries its id, so sending twice stores once. A fact the server will not have is set aside,
 * so that it does not hold up the others, and is shown to the coach.
 */
export class Outbox {
  private kept: Waiting;
  private sending?: Promise<boolean>;
  private timer?: number;
  private few = false; // one at a time, to find what was refused
  /** Why nothing can be sent at the moment, where it is not the network. */
  refusal?: Refusal;
  /** The device has no room to keep what waits. */
  full = false;

  constructor(
    private readonly classId: string,
    kept: Waiting | undefined,
    private readonly changed: () => void,
  ) {
    this.kept = kept ?? { waiting: [], refused: [] };
  }

  get size() {
    return this.kept.waiting.length;
  }

  /** What the server would not have, and why. */
  get refused() {
    return this.kept.refused;
  }

  put = (...facts: Fact[]) => {
    if (facts.length === 0) return;
    this.kept.waiting.push(...facts);
    this.store();
    void this.send();
  };

  /** Takes a mark back: out of the box if it is still here, else by telling the server. */
  takeBack(id: string) {
    const here = this.kept.waiting.findIndex((entry) => entry.table === "marks" && entry.fact.id === id);
    if (here !== -1 && !this.sending) {
      this.kept.waiting.splice(here, 1);
      this.store();
    } else {
      this.put({ table: "taken_back", fact: id });
    }
  }

  /** Tries once more to send what the server would not have. */
  retry() {
    this.kept.waiting.push(...this.kept.refused.map(({ entry }) => entry));
    this.kept.refused = [];
    this.store();
    void this.send();
  }

  /** Sends what waits; true once the box is empty. */
  send(): Promise<boolean> {
    this.sending ??= this.sendAll().finally(() => {
      this.sending = undefined;
    });
    return this.sending;
  }

  private async sendAll(): Promise<boolean> {
    this.stop();
    try {
      while (this.kept.waiting.length > 0) await this.sendSome();
      this.few = false;
    } catch {
      this.timer = window.setTimeout(() => void this.send(), RETRY);
    }
    this.store();
    return this.kept.waiting.length === 0;
  }

  stop() {
    window.clearTimeout(this.timer);
  }

  /** Throws where nothing can be sent now. */
  private async sendSome() {
    const batch = this.kept.waiting.slice(0, this.few ? 1 : MOST);
    try {
      await data(
        api.POST("/api/floor/classes/{id}/facts", { params: { path: { id: this.classId } }, body: bundled(batch) }),
      );
      this.refusal = undefined;
    } catch (error) {
      const refused = error instanceof Refusal && [400, 404, 409, 422].includes(error.status);
      if (!refused) {
        this.refusal = error instanceof Refusal && error.status === 401 ? error : undefined;
        throw error;
      }
      if (!this.few && batch.length > 1) {
        this.few = true;
        return;
      }
      this.kept.refused.push(...batch.map((entry) => ({ entry, why: error.message })));
    }
    this.kept.waiting = this.kept.waiting.slice(batch.length);
    this.store();
  }

  private store() {
    const empty = this.kept.waiting.length === 0 && this.kept.refused.length === 0;
    void keepFor(outboxKey(this.classId), empty ? undefined : structuredClone(this.kept)).then((kept) => {
      if (this.full === !kept) return;
      this.full = !kept;
      this.changed();
    });
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
