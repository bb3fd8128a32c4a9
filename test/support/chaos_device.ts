// Whole classes on devices that fail: the interface's own outbox, hall and ring, run by Node against the real server. Time is virtual; what happens
// is drawn from a seed. Prints what the coach tapped and what rang, for the database to be held against.
import { heardTime, now } from "../../web/src/kit/clock";
import { type Fact, Outbox, type Row } from "../../web/src/kit/outbox";
import { answered, firstHall, type Hall, readHall, stepIn, stepOut, takenOver, withDrilled } from "../../web/src/floor/hall";
import { factsOfRuns } from "../../web/src/floor/rang";
import { standing, standingRing } from "../../web/src/floor/lead";
import { caughtUp, finish, isOver, isRunning, pause, repeat, resume, skip } from "../../web/src/floor/ring";

const { base, cookie, classId, seed, students, combination, drift } = JSON.parse(process.argv[2]);

// A small seeded generator (mulberry32), so that a failure can be seen again.
let state = seed;
const dice = () => {
  state = (state + 0x6d2b79f5) | 0;
  let t = Math.imul(state ^ (state >>> 15), 1 | state);
  t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
  return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
};
const pick = (list) => list[Math.floor(dice() * list.length)];

// Time: true time goes on; each device's own clock may be set by anybody, its ticks go on as time does.
const real = { wall: Date.now(), ticks: performance.now() };
let gone = 0; // ms of virtual time
let jump = drift; // of the device's own clock
Date.now = () => real.wall + gone + jump;
performance.now = () => real.ticks + gone;
const trueTime = () => real.wall + gone;

const timers = [];
const later = (work, ms) => {
  const timer = { at: gone + ms, work };
  timers.push(timer);
  return () => timers.includes(timer) && timers.splice(timers.indexOf(timer), 1);
};

// Virtual time stands while an answer is on its way.
const asked = new Set();
const settle = async () => {
  do {
    await Promise.allSettled(asked);
    for (let i = 0; i < 4; i++) await new Promise((done) => setImmediate(done));
  } while (asked.size > 0);
};

const ask = (...what) => {
  const answer = request(...what).finally(() => asked.delete(answer));
  asked.add(answer);
  return answer;
};

const request = async (method, path, body) => {
  const answer = await fetch(base + path, {
    method,
    headers: { cookie, "content-type": "application/json", "x-now": String(trueTime()) },
    body: body && JSON.stringify(body),
  });
  const text = await answer.text();
  if (!answer.ok) throw Object.assign(new Error(text), { status: answer.status });
  return JSON.parse(text);
};

const hung = []; // requests that lie somewhere in the network and arrive late

class Device {
  disk = new Map(); // what a kill leaves: facts
  keptHall;
  network = "good";
  on = true;
  constructor(id) {
    this.id = id;
    this.boot();
  }

  boot() {
    const life = (this.life = {}); // a killed device does nothing more
    const alive = () => this.life === life;
    this.outbox = new Outbox({
      all: async () => [...this.disk.values()].map((row) => structuredClone(row)).sort((a, b) => a.key[0] - b.key[0]),
      keep: async (rows, gone = []) => {
        if (!alive()) return new Promise(() => {});
        for (const row of rows) this.disk.set(row.key.join(), structuredClone(row));
        for (const key of gone) this.disk.delete(key.join());
        return true;
      },
      post: async (id, facts) => {
        const path = `/api/floor/classes/${id}/facts`;
        if (!alive()) return new Promise(() => {});
        const no = () => Object.assign(new Error("no network"), { status: 0 });
        if (this.network === "cut") throw no();
        if (this.network === "late") {
          hung.push(() => ask("POST", path, facts).catch(() => {})); // it arrives some time, the answer does not
          throw no();
        }
        if (this.network === "lost") {
          await ask("POST", path, facts);
          throw no();
        }
        if (this.network === "double") await ask("POST", path, facts);
        heardTime((await ask("POST", path, facts)).now);
      },
      told: () => {},
      alone: (work) => work(),
      wait: (work, ms) => later(() => alive() && work(), ms),
    });
    this.outbox.signedIn("coach");
  }

  put = (...facts: Fact[]) => this.outbox.put(classId, ...facts);

  keep(hall: Hall) {
    this.hall = withDrilled(hall, this.held);
    this.keptHall = structuredClone({ ...this.hall, alive: now() });
  }

  /** The clock goes on; rounds that are left are told. */
  tick() {
    if (!this.on || !this.hall || this.following) return;
    const ring = caughtUp(this.hall.ring, now());
    if (ring !== this.hall.ring) this.keep({ ...this.hall, ring });
    this.tell();
  }

  tell() {
    const { ring, told } = this.hall;
    if (ring.runs.length === told) return;
    this.put(...factsOfRuns(this.held, ring, told, this.id));
    this.keep({ ...this.hall, told: ring.runs.length });
  }

  act(change) {
    this.tick();
    this.keep({ ...this.hall, ring: change(this.hall.ring, now()) });
    this.tell();
  }

  async lead(take) {
    if (this.network !== "good") return;
    const body = { device: this.id, take, moment: this.hall.moment, ring: standing(this.hall.ring), card_version: this.hall.drilled?.card_version ?? null };
    try {
      heardTime((await ask("PUT", `/api/floor/classes/${classId}/live`, body)).now);
      this.following = false;
    } catch (error) {
      if (error.status === 409) this.following = true;
      else throw error;
    }
  }

  async open() {
    this.held = await ask("GET", `/api/floor/classes/${classId}`);
    this.keep(this.keptHall ? readHall(this.keptHall, this.held) : firstHall(this.held));
    await this.lead(false);
  }

  kill() {
    this.on = false;
    this.life = undefined;
    this.hall = undefined;
  }

  /** Switched on again: asks who leads before it goes on; where it leads, the class waited for it. */
  async start() {
    this.on = true;
    this.boot();
    const { alive } = this.keptHall;
    const kept = readHall(this.keptHall, this.held);
    this.hall = kept;
    await this.lead(false);
    const waited = now() - alive > 60_000 && isRunning(kept.ring);
    this.keep(waited ? { ...kept, ring: pause(caughtUp(kept.ring, alive), alive) } : kept);
    if (!this.following) this.tick();
  }
}

// The truth: what was tapped, and which rounds rang, whoever led.
const truth = { marks: {}, notes: [], efforts: {}, here: {}, rang: [] };

const one = new Device("00000000-0000-4000-8000-000000000001");
await one.open();
let leader = one;
let other;

const rangSoFar = new Map(); // device → rounds of its hall that are noted
const noteRang = () => {
  const runs = leader.hall?.ring.runs ?? [];
  const noted = rangSoFar.get(leader.id) ?? 0;
  for (const run of runs.slice(noted)) truth.rang.push({ round: run.round, worked_s: run.worked_s, outcome: run.outcome });
  rangSoFar.set(leader.id, runs.length);
};

const steps = {
  come: () => {
    const away = students.filter((id) => !leader.hall.present.includes(id));
    if (away.length === 0) return;
    const student = pick(away);
    const [hall, fact] = stepIn(leader.hall, student);
    leader.put(fact);
    leader.keep(hall);
    truth.here[student] = (truth.here[student] ?? 0) + 1;
  },
  go: () => {
    if (leader.hall.present.length === 0) return;
    const student = pick(leader.hall.present);
    const [hall, fact] = stepOut(leader.hall, student);
    leader.put(fact);
    leader.keep(hall);
    if (fact.table === "taken_back") truth.here[student] -= 1;
  },
  mark: () => {
    if (leader.hall.present.length === 0) return;
    const id = crypto.randomUUID();
    const fact = { id, student_id: pick(leader.hall.present), combination_id: combination, rung: "count", on: leader.held.starts_at.slice(0, 10), attempted: 3, clean: Math.floor(dice() * 4), broke_at: null, at: new Date(trueTime()).toISOString() };
    leader.put({ table: "marks", fact });
    leader.keep({ ...leader.hall, taps: [...leader.hall.taps, { id, student: fact.student_id, combination, rung: "count", attempted: 3, clean: fact.clean }] });
    truth.marks[id] = fact.clean;
  },
  takeBack: () => {
    const last = leader.hall.taps.at(-1);
    if (!last || !(last.id in truth.marks)) return;
    leader.put({ table: "taken_back", fact: last.id });
    leader.keep({ ...leader.hall, taps: leader.hall.taps.slice(0, -1) });
    delete truth.marks[last.id];
  },
  note: () => {
    const text = `seen ${truth.notes.length}`;
    leader.put({ table: "notes", fact: { id: crypto.randomUUID(), student_id: null, text, at: new Date(trueTime()).toISOString() } });
    truth.notes.push(text);
  },
  effort: () => {
    const student = pick(leader.hall.came.length > 0 ? leader.hall.came : [undefined]);
    if (!student) return;
    const told = { effort: Math.floor(dice() * 11), estimated: dice() < 0.3, minutes: 45 + Math.floor(dice() * 30) };
    const [hall, facts] = answered(leader.hall, student, told, leader.held.starts_at.slice(0, 10));
    leader.put(...facts);
    leader.keep(hall);
    truth.efforts[student] = [told.effort, told.estimated, told.minutes];
  },
  start: () => leader.act(resume),
  pause: () => leader.act(pause),
  skip: () => !isOver(leader.hall.ring) && leader.act(skip),
  repeat: () => dice() < 0.3 && leader.act(repeat),
  network: () => {
    leader.network = pick(["good", "good", "cut", "late", "lost", "double"]);
  },
  arrive: async () => {
    for (const request of hung.splice(0)) if (dice() < 0.7) await request();
  },
  kill: async () => {
    noteRang();
    leader.kill();
    await wait(Math.floor(dice() * 150_000));
    await leader.start();
    rangSoFar.set(leader.id, Math.min(rangSoFar.get(leader.id) ?? 0, leader.hall.ring.runs.length));
  },
  clock: () => {
    jump = pick([0, 3_600_000, -3_600_000, 86_400_000, drift]);
  },
  // Another device takes the lead; the first goes on for itself, out of the network, and comes back later.
  take: async () => {
    if (leader.network !== "good") return;
    await drain(leader);
    noteRang();
    const before = leader;
    before.network = "cut";
    leader = other ?? new Device("00000000-0000-4000-8000-000000000002");
    other = before;
    leader.network = "good";
    leader.on = true;
    leader.held = await ask("GET", `/api/floor/classes/${classId}`);
    const stood = { ring: standing(before.hall.ring), heard: now() };
    const live = { moment: before.hall.moment, ring: standingRing(leader.held.segments, stood) };
    leader.keep(takenOver(leader.held, live, now()));
    rangSoFar.set(leader.id, 0);
    await leader.lead(true);
  },
};

async function drain(device) {
  device.network = "good";
  for (let i = 0; i < 20 && (await !device.outbox.send()); i++);
  await device.outbox.send();
}

async function wait(ms) {
  const until = gone + ms;
  while (gone < until) {
    gone = Math.min(until, gone + 500);
    for (const device of [one, leader, other]) device?.tick();
    for (const timer of timers.filter((each) => each.at <= gone)) {
      timers.splice(timers.indexOf(timer), 1);
      timer.work();
    }
    if (leader.on) noteRang();
    await settle();
  }
}

const names = Object.keys(steps);
const often = ["mark", "mark", "mark", "come", "come", "go", "effort", "network", "start", "start"];
for (const step of ["come", "come", "come", "start"]) await steps[step]();
for (let i = 0; i < 60; i++) {
  await steps[dice() < 0.6 ? pick(often) : pick(names)]();
  await wait(Math.floor(dice() * 20_000));
}
leader.network = "good";
if (!isOver(leader.hall.ring)) leader.act(finish);
noteRang();
for (const request of hung.splice(0)) await request();
for (const device of [one, leader, other]) if (device) await drain(device);
for (const device of [one, leader, other]) if (device?.outbox.refused().length > 0) truth.refused = device.outbox.refused();
truth.present = leader.hall.present;
console.log(JSON.stringify(truth));
process.exit(0);
