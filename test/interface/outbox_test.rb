require "support/interface"

# The outbox of a device, against a server that answers as a story says (its answers in order; after the last it takes
# everything).
class OutboxTest < InterfaceTest
  STORY = <<~JS.freeze
    import { Outbox } from "../../web/src/kit/outbox";

    const note = (id) => ({ table: "notes", fact: { id, student_id: null, text: id, at: "2026-11-28T18:30:00Z" } });
    const still = async () => { for (let i = 0; i < 30; i++) await new Promise((done) => setImmediate(done)); };
    const idsOf = (facts) => Object.entries(facts).flatMap(([table, list]) => list.map((fact) => (table === "taken_back" ? `-${fact}` : fact.id)));

    // Steps: ["put", class, ids…], ["back", class, id], ["in", owner], ["out"], ["page"] (a second page of this device), ["retry"], ["later"] (time goes by).
    // `refuse` are ids the server will not have, `answers` statuses of the first requests (0: no network, "lost": stored, but the answer is lost).
    export async function story(steps, { answers = [], refuse = {} } = {}) {
      const disk = new Map();
      const stored = [];
      const requests = [];
      const timers = [];
      const pages = [];
      const open = () => {
        const page = new Outbox({
          all: async () => [...disk.values()].sort((a, b) => a.key[0] - b.key[0]),
          keep: async (rows, gone = []) => { for (const row of rows) disk.set(row.key.join(), row); for (const key of gone) disk.delete(key.join()); return true; },
          post: async (classId, facts) => {
            const ids = idsOf(facts);
            requests.push(ids.length);
            const answer = answers.shift();
            const take = () => stored.push(...ids.map((id) => `${classId} ${id}`).filter((id) => !stored.includes(id)));
            if (answer === "lost") take();
            if (answer !== undefined && answer !== 200) throw Object.assign(new Error(`answer ${answer}`), { status: answer === "lost" ? 0 : answer });
            const bad = ids.find((id) => refuse[id]);
            if (bad) throw Object.assign(new Error(`${bad} will not do`), { status: refuse[bad] });
            take();
          },
          told: () => { for (const other of pages) if (other !== page) void other.look(); },
          alone: (work) => work(),
          wait: (work) => { timers.push(work); return () => timers.includes(work) && timers.splice(timers.indexOf(work), 1); },
        });
        pages.push(page);
        return page;
      };
      let box = open();
      box.signedIn("nell");
      for (const [step, ...given] of steps) {
        if (step === "put") box.put(given[0], ...given.slice(1).map(note));
        if (step === "back") box.put(given[0], { table: "taken_back", fact: given[1] });
        if (step === "in") box.signedIn(given[0]);
        if (step === "out") box.signedIn(undefined);
        if (step === "page") { box = open(); box.signedIn("nell"); }
        if (step === "retry") box.retry();
        if (step === "later") for (const work of timers.splice(0)) work();
        await still();
      }
      const why = (page) => page.refusal?.message ?? null;
      return { stored, requests, waiting: box.waiting().length, refused: box.refused().map((row) => row.why),
        others: box.ofOthers, refusal: why(box), refusals: pages.map(why), disk: disk.size };
    }
  JS

  # [what happens, what the server does] → what is so at the end.
  CASES = {
    "all is well" => [[["put", "c", "a", "b"]], {}, {stored: ["c a", "c b"], waiting: 0, disk: 0}],
    "no network, then one" => [[["put", "c", "a"], ["put", "c", "b"], ["later"]], {answers: [0, 0]},
      {stored: ["c a", "c b"], waiting: 0}],
    "the answer is lost: sent again, stored once" => [[["put", "c", "a"], ["later"]], {answers: ["lost"]},
      {stored: ["c a"], requests: [1, 1], waiting: 0}],
    "taken back before it could go" => [[["put", "c", "a"], ["back", "c", "b"], ["later"]], {answers: [0]},
      {stored: ["c a", "c -b"]}],
    "taken back while its answer was lost" => [[["put", "c", "a"], ["back", "c", "a"], ["later"]], {answers: ["lost"]},
      {stored: ["c a", "c -a"]}],
    "one of four is refused: the others go" => [[["put", "c", "a", "b", "x", "d"]], {refuse: {x: 422}},
      {stored: ["c a", "c b", "c d"], refused: ["x will not do"], waiting: 0, disk: 1}],
    "a fact the server breaks on is set aside like any other" => [[["put", "c", "x"], ["put", "c", "b"]],
      {refuse: {x: 500}}, {stored: ["c b"], refused: ["x will not do"], waiting: 0}],
    "too large is set aside" => [[["put", "c", "x", "b"]], {refuse: {x: 413}},
      {stored: ["c b"], refused: ["x will not do"]}],
    "what was set aside goes when it can" => [[["put", "c", "x"], ["retry"]], {answers: [500]},
      {stored: ["c x"], refused: [], disk: 0}],
    "taken back after it was set aside" => [[["put", "c", "x"], ["back", "c", "x"]], {refuse: {x: 422}},
      {stored: ["c -x"], refused: [], waiting: 0, disk: 0}],
    "the server is gone for a while: nothing is set aside" => [[["put", "c", "a"], ["later"], ["later"]],
      {answers: [503, 502]}, {stored: ["c a"], refused: []}],
    "too many at once: later" => [[["put", "c", "a"], ["later"]], {answers: [429]}, {stored: ["c a"], refused: []}],
    "signed out in between is said" => [[["put", "c", "a"]], {answers: [401]}, {waiting: 1, refusal: "answer 401"}],
    "somebody else signs in: what is not theirs waits" => [[["put", "c", "a"], ["in", "ruben"], ["later"],
      ["put", "c", "b"]], {answers: [0]}, {stored: ["c b"], others: 1, waiting: 0, disk: 1}],
    "and goes when its owner is back" => [[["put", "c", "a"], ["out"], ["in", "ruben"], ["in", "nell"]],
      {answers: [0]}, {stored: ["c a"], others: 0, disk: 0}],
    "two classes, in order" => [[["put", "c", "a"], ["put", "d", "b"], ["put", "c", "e"], ["later"]],
      {answers: [0, 0, 0]}, {stored: ["c a", "c e", "d b"]}],
    "a second page of the device sends what the first has put" => [[["put", "c", "a"], ["page"], ["later"]],
      {answers: [0, 0]}, {stored: ["c a"], waiting: 0, disk: 0}],
    "… and the first says no more why it could not" => [[["put", "c", "a"], ["page"], ["later"]],
      {answers: [503]}, {stored: ["c a"], waiting: 0, refusals: [nil, nil]}]
  }.freeze

  def test_every_story
    InterfaceTest.written("outbox-story", STORY)
    found = answers("outbox-story", *CASES.values.map { |steps, server, _| [["story", steps, server]] })
    CASES.zip(found) { |(name, (_, _, expected)), answer| assert_equal expected, answer.slice(*expected.keys), name }
  end
end
