// Coaches who run classes over HTTP, with the page's own queue of facts, in real time, until it is
// told to end (SIGTERM). Writes what was tapped and when the server said it was kept.
import { type Fact, Outbox, type Row } from "../web/src/kit/outbox";
import { readFileSync, writeFileSync } from "node:fs";

type Coach = { login: string; card: string; group: string; students: string[]; combination: string };
type Given = { base: string; host: string; password: string; coaches: Coach[]; drain: number; think: number; rampUp: number; seed: number; browse: string[]; walls?: boolean };
const { base, host, password, coaches, drain, think, rampUp, seed, browse, walls }: Given = JSON.parse(readFileSync(process.argv[2] ?? "", "utf8"));

const SLOW = 15_000; // ms after which the page does not wait for an answer
const BEAT = 5_000; // ms between two words of where a class stands
const AGAIN = 2_000; // ms after which a coach tries again to sign in or to open the class

// A small seeded generator (mulberry32).
let state = seed;
const dice = () => {
  state = (state + 0x6d2b79f5) | 0;
  let t = Math.imul(state ^ (state >>> 15), 1 | state);
  t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
  return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
};
const pick = <T>(list: T[]) => list[Math.floor(dice() * list.length)] as T;
const pause = (ms: number) => new Promise((done) => setTimeout(done, ms));
const thinking = () => pause(-Math.log(1 - dice()) * think * 1000);

const answers: [string, number, number, number][] = []; // what was asked, when (ms since 1970), how long it took (ms), status (0: none)
const shown: [number, number][] = []; // when a leader moved on (ms since 1970), and how long until a wall showed it (ms)
const told: Record<string, number> = {}; // what coaches were told while facts waited

// The evening is over when it is said to be; what still waits then is waited for.
let over = false;
let gaveUp = Number.POSITIVE_INFINITY;
process.stdin.resume().on("end", () => process.exit(1)); // whoever began it is no more
process.on("SIGTERM", () => {
  over = true;
  gaveUp = Date.now() + drain * 1000;
});

/** One coach with one device: signs in, opens a class, taps, and looks at pages now and then. */
class Device {
  cookie = new Map<string, string>();
  classId = crypto.randomUUID();
  tapped: [string, string, number][] = []; // table, id, when
  kept: Record<string, number> = {}; // id → when the server said so
  disk = new Map<string, Row>();
  outbox: Outbox;
  club?: string;
  at = 0; // where the class stands
  moved = new Map<number, number>(); // when it moved on to there, as long as no wall has shown it

  get cookies() {
    return [...this.cookie].map((pair) => pair.join("=")).join("; ");
  }

  constructor(readonly coach: Coach) {
    this.outbox = new Outbox({
      all: async () => [...this.disk.values()].map((row) => structuredClone(row)).sort((a, b) => a.key[0] - b.key[0]),
      keep: async (rows, gone = []) => {
        for (const row of rows) this.disk.set(row.key.join(), structuredClone(row));
        for (const key of gone) this.disk.delete(key.join());
        return true;
      },
      post: async (id, facts) => {
        await this.ask("POST", `/api/floor/classes/${id}/facts`, "facts", facts);
        const at = Date.now();
        for (const list of Object.values(facts)) for (const fact of list as { id: string }[]) this.kept[fact.id] ??= at;
      },
      told: () => {},
      alone: (work) => work(),
      wait: (work, ms) => {
        const timer = setTimeout(work, ms);
        return () => clearTimeout(timer);
      },
    });
  }

  async ask(method: string, path: string, what: string, body?: unknown) {
    const began = Date.now();
    const clock = performance.now();
    let status = 0;
    try {
      const answer = await fetch(base + path, {
        method,
        headers: { host, "content-type": "application/json", cookie: this.cookies },
        body: body === undefined ? undefined : JSON.stringify(body),
        signal: AbortSignal.timeout(SLOW),
      });
      status = answer.status;
      for (const each of answer.headers.getSetCookie()) {
        const [name, value] = (each.split(";")[0] ?? "").split("=");
        if (name && value !== undefined) this.cookie.set(name, each.slice(name.length + 1).split(";")[0] ?? "");
      }
      const text = await answer.text();
      if (!answer.ok) throw Object.assign(new Error(text), { status });
      return text.startsWith("{") || text.startsWith("[") ? JSON.parse(text) : text;
    } catch (error) {
      throw (error as { status?: number }).status ? error : Object.assign(new Error("no answer"), { status: 0 });
    } finally {
      answers.push([what, began, Math.round((performance.now() - clock) * 10) / 10, status]);
    }
  }

  /** Until it is done, or the evening is over. */
  async until(work: () => Promise<unknown>) {
    while (Date.now() < gaveUp)
      try {
        return await work();
      } catch {
        await pause(AGAIN);
      }
  }

  async evening() {
    await pause(dice() * rampUp * 1000);
    await this.until(() => this.ask("POST", "/api/account/login", "sign in", { login: this.coach.login, password }));
    const session = (await this.until(() => this.ask("GET", "/api/session", "session"))) as { club: { id: string } } | undefined;
    this.club = session?.club.id;
    this.outbox.signedIn(this.coach.login, this.club);
    await this.until(() => this.ask("POST", "/api/floor/classes", "open", { id: this.classId, card_id: this.coach.card, group_id: this.coach.group }));
    await this.until(() => this.ask("GET", `/api/floor/classes/${this.classId}`, "class"));
    const beat = setInterval(() => void this.beat(), BEAT);
    if (walls) void this.wall();
    const watch = setInterval(() => this.watch(), 500);
    while (!over) {
      await thinking();
      dice() < 0.1 && browse.length > 0 ? await this.look() : this.tap();
    }
    clearInterval(beat);
    while (Date.now() < gaveUp && this.outbox.waiting().length > 0) await pause(200);
    await this.until(() => this.ask("PUT", `/api/floor/classes/${this.classId}/ended`, "end", { ended_at: new Date().toISOString() }));
    clearInterval(watch);
  }

  async look() {
    const path = pick(browse).replace("GROUP", this.coach.group).replace("STUDENT", pick(this.coach.students));
    await this.ask("GET", path, path.replace(/[0-9a-f-]{36}/g, "…")).catch(() => {});
  }

  /** A screen that follows, over another connection. */
  async wall() {
    const headers = { host, cookie: this.cookies };
    while (!over)
      try {
        const answer = await fetch(`${base}/api/floor/classes/${this.classId}/live`, { headers });
        for await (const part of answer.body as unknown as AsyncIterable<Uint8Array>)
          for (const [, at] of Buffer.from(part).toString().matchAll(/"at":(\d+)/g)) {
            const began = this.moved.get(Number(at));
            if (began && this.moved.delete(Number(at))) shown.push([began, Date.now() - began]);
          }
      } catch {
        await pause(AGAIN);
      }
  }

  async beat() {
    this.at = (this.at % 1000) + 1;
    this.moved.set(this.at, Date.now());
    const ring = { at: this.at, gone: 4_000, running: true, extra: {} };
    const body = { device: this.classId, take: false, moment: "ring", ring, card_version: null };
    await this.ask("PUT", `/api/floor/classes/${this.classId}/live`, "live", body).catch(() => {});
  }

  watch() {
    const why = this.outbox.refusal?.message;
    if (why && this.outbox.waiting().length > 0) {
      const said = why.startsWith("{") ? JSON.parse(why).errors[0].message : why;
      told[said] = (told[said] ?? 0) + 1;
    }
  }

  tap() {
    const student = pick(this.coach.students);
    const at = new Date().toISOString();
    const id = crypto.randomUUID();
    const on = at.slice(0, 10);
    const { combination } = this.coach;
    const entry = pick([
      { table: "attendances", fact: { id, student_id: student, at } },
      { table: "marks", fact: { id, student_id: student, combination_id: combination, rung: "count", on, attempted: 5, clean: Math.floor(dice() * 6), broke_at: null, at } },
      { table: "marks", fact: { id, student_id: student, combination_id: combination, rung: "clock", on, attempted: 3, clean: Math.floor(dice() * 4), broke_at: null, at } },
      { table: "notes", fact: { id, student_id: student, text: "Heard the bell.", at } },
      { table: "efforts", fact: { id, student_id: student, on, effort: Math.floor(dice() * 11), estimated: false, minutes: 45, at } },
    ]) as Fact;
    this.tapped.push([entry.table, id, Date.now()]);
    this.outbox.put(this.classId, entry);
  }
}

const devices = coaches.map((coach) => new Device(coach));
await Promise.all(devices.map((device) => device.evening()));
const found = {
  classes: devices.map((device) => ({ id: device.classId, club: device.club, tapped: device.tapped, kept: device.kept, waiting: device.outbox.waiting().length, refused: device.outbox.refused().map((row) => row.why) })),
  answers,
  shown,
  told,
};
writeFileSync(process.argv[3] ?? "", JSON.stringify(found));
process.exit(0);
