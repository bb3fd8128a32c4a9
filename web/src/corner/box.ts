import type { Schemas } from "../api/client";

export type Page = Schemas["Corner"];

/** Something a student told on this phone, on its way to the club. */
export type Told = {
  id: string;
  way: "POST" | "PUT";
  path: string; // an address of the contract
  body: Record<string, unknown>;
  said: string; // in words, for whoever told it
  why?: string; // the club will not have it
};

/** One page that is open on this phone: whose token it is, by which code it was opened, what it said last, what waits. */
export type Kept = { token: string; code?: string; page?: Page; waiting: Told[] };

export type Means = {
  keep: (kept: Kept | undefined) => Promise<boolean>;
  fetch: (token: string) => Promise<Page>;
  send: (token: string, told: Told) => Promise<void>;
  alone: <T>(work: () => Promise<T>) => Promise<T>; // one page of the browser sends at a time
  wait: (work: () => void, ms: number) => () => void;
};

/** A code however it is written. */
export const bare = (code: string) => code.toUpperCase().replace(/[^A-Z0-9]/g, "");

const RETRY = 8_000; // ms
const LATER = [0, 408, 412, 425, 429, 502, 503, 504]; // it is not what was told that is refused
const statusOf = (error: unknown) => (error as { status?: number }).status ?? 0;

/**
 * A student's page on this phone: shown as it was last known, sent what was told in order and until it is there, and fetched
 * again. Everything told has an id of its own, so that sending it twice stores it once.
 */
export class OwnPage {
  private readonly listeners = new Set<() => void>();
  private stopWaiting?: () => void;
  private working?: Promise<void>;
  /** Rises with every change. */
  version = 0;
  /** The link does not open anything any more: why. */
  ended?: string;
  /** No answer came. */
  offline = false;
  /** The phone has no room to keep what was told. */
  full = false;

  constructor(
    private kept: Kept,
    private readonly means: Means,
  ) {}

  get page() {
    return this.kept.page;
  }

  /** Whether it was opened by this code: a link that is followed again opens nothing anew. */
  isOf = (code: string) => this.kept.code === bare(code);

  get token() {
    return this.kept.token;
  }

  /** What has not reached the club yet, what it refused left out. */
  get waiting() {
    return this.kept.waiting.filter((told) => told.why === undefined);
  }

  get refused() {
    return this.kept.waiting.filter((told) => told.why !== undefined);
  }

  subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** Tells something: kept here first, then sent. */
  async tell(told: Told) {
    await this.change({ waiting: [...this.kept.waiting.filter(({ id }) => id !== told.id), told] });
    await this.look();
  }

  /** Lets go of what the club would not have. */
  letGo = (id: string) => this.change({ waiting: this.kept.waiting.filter((told) => told.id !== id) });

  /** Sends what waits and fetches the page again. */
  look(): Promise<void> {
    this.working = (this.working ?? Promise.resolve()).then(() => this.means.alone(() => this.work()));
    return this.working;
  }

  private async work() {
    this.stopWaiting?.();
    this.stopWaiting = undefined;
    try {
      for (let next = this.waiting[0]; next; next = this.waiting[0]) await this.send(next);
      const page = await this.means.fetch(this.kept.token);
      this.offline = false;
      await this.change({ page });
    } catch (error) {
      await this.missed(error);
    }
  }

  private async send(told: Told) {
    try {
      await this.means.send(this.kept.token, told);
      await this.letGo(told.id);
    } catch (error) {
      if (statusOf(error) === 401 || LATER.includes(statusOf(error))) throw error;
      const why = (error as Error).message;
      await this.change({ waiting: this.kept.waiting.map((each) => (each.id === told.id ? { ...each, why } : each)) });
    }
  }

  private async missed(error: unknown) {
    if (statusOf(error) === 401) {
      this.ended = (error as Error).message;
      await this.means.keep(undefined);
      this.changed();
      return;
    }
    this.offline = true;
    this.stopWaiting = this.means.wait(() => void this.look(), RETRY);
    this.changed();
  }

  private async change(what: Partial<Kept>) {
    this.kept = { ...this.kept, ...what };
    this.changed();
    const kept = await this.means.keep(this.kept);
    if (this.full === kept) {
      this.full = !kept;
      this.changed();
    }
  }

  private changed() {
    this.version += 1;
    for (const listener of this.listeners) listener();
  }
}
