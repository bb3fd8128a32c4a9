require "support/interface"

# A student's page on a phone, against a club that answers as a story says (its answers in order; after the last all is
# well). Each thing told is kept on the phone before it is sent, and stored once however often it is sent.
class OwnPageTest < InterfaceTest
  STORY = <<~JS.freeze
    import { OwnPage } from "../../web/src/corner/box";

    const still = async () => { for (let i = 0; i < 30; i++) await new Promise((done) => setImmediate(done)); };

    // Steps: ["tell", id], ["later"] (time goes by), ["killed"] (the phone is switched off and on), ["letGo", id].
    // `answers` statuses of the first things sent (0: no network, "lost": stored, but the answer is lost), `fetches` of
    // the first times the page is fetched.
    export async function story(steps, { answers = [], fetches = [], refuse = {}, full = false } = {}) {
      let disk = { token: "t", waiting: [] };
      const stored = [];
      const timers = [];
      const fail = (status, message) => Object.assign(new Error(message), { status });
      const open = () => new OwnPage(disk ?? { token: "t", waiting: [] }, {
        keep: async (kept) => { if (!full) disk = kept && structuredClone(kept); return !full; },
        fetch: async () => {
          const answer = fetches.shift() ?? 200;
          if (answer !== 200) throw fail(answer, answer === 401 ? "ended" : "no answer");
          return { told: [...stored] };
        },
        send: async (_, { id }) => {
          const answer = answers.shift() ?? 200;
          if (answer === 200 || answer === "lost") if (!refuse[id] && !stored.includes(id)) stored.push(id);
          if (answer === "lost") throw fail(0, "no answer");
          if (answer !== 200) throw fail(answer, "no answer");
          if (refuse[id]) throw fail(refuse[id], `${id} will not do`);
        },
        alone: (work) => work(),
        wait: (work) => {
          timers.push(work);
          return () => timers.includes(work) && timers.splice(timers.indexOf(work), 1);
        },
      });
      let page = open();
      for (const [step, id] of steps) {
        if (step === "tell") void page.tell({ id, way: "POST", path: "efforts", body: { id }, said: id });
        if (step === "killed") { timers.length = 0; page = open(); void page.look(); }
        if (step === "later") for (const work of timers.splice(0)) work();
        if (step === "letGo") void page.letGo(id);
        await still();
      }
      return { stored, waiting: page.waiting.map(({ id }) => id), refused: page.refused.map(({ why }) => why),
        offline: page.offline, ended: page.ended ?? null, full: page.full, shown: page.page?.told ?? null,
        kept: disk === undefined ? null : disk.waiting.map(({ id }) => id) };
    }
  JS

  # [what happens, what the club does] → what is so at the end.
  CASES = {
    "all is well" => [[["tell", "a"], ["tell", "b"]], {}, {stored: %w[a b], waiting: [], shown: %w[a b]}],
    "no network, then one" => [[["tell", "a"], ["tell", "b"], ["later"]], {answers: [0, 0]},
      {stored: %w[a b], waiting: [], offline: false}],
    "still none: it waits and says so" => [[["tell", "a"]], {answers: [0]},
      {stored: [], waiting: %w[a], offline: true, kept: %w[a]}],
    "the answer is lost: sent again, stored once" => [[["tell", "a"], ["later"]], {answers: ["lost"]},
      {stored: %w[a], waiting: []}],
    "switched off before it could go" => [[["tell", "a"], ["killed"]], {answers: [0]}, {stored: %w[a], waiting: []}],
    "switched off after the answer was lost" => [[["tell", "a"], ["killed"]], {answers: ["lost"]}, {stored: %w[a]}],
    "a week without a network, in order" => [[*%w[a b c d].map { |id| ["tell", id] }, *[["later"]] * 5, ["later"]],
      {answers: [0] * 8}, {stored: %w[a b c d], waiting: []}],
    "the club breaks on one: set aside like any other" => [[["tell", "x"], ["tell", "b"]], {refuse: {x: 500}},
      {stored: %w[b], refused: ["x will not do"]}],
    "one is refused: the others go, and it is said" => [[["tell", "x"], ["tell", "b"]], {refuse: {x: 409}},
      {stored: %w[b], waiting: [], refused: ["x will not do"], kept: %w[x]}],
    "read, it is let go" => [[["tell", "x"], ["letGo", "x"]], {refuse: {x: 422}}, {refused: [], kept: []}],
    "told twice under one id it is told once" => [[["tell", "a"], ["tell", "a"], ["later"]], {answers: [0]},
      {stored: %w[a], waiting: []}],
    "the link has ended: nothing of it stays on the phone" => [[["tell", "a"]], {fetches: [401]},
      {ended: "ended", kept: nil}],
    "ended with something waiting" => [[["tell", "a"]], {answers: [401]}, {ended: "no answer", stored: [], kept: nil}],
    "the club is down: as it was last known" => [[["tell", "a"], ["tell", "b"]], {fetches: [200, 503]},
      {stored: %w[a b], shown: %w[a], offline: true}],
    "no room on the phone: said, and sent all the same" => [[["tell", "a"]], {full: true}, {stored: %w[a], full: true}]
  }.freeze

  def test_every_story
    InterfaceTest.written("own-page-story", STORY)
    found = answers("own-page-story", *CASES.values.map { |steps, club, _| [["story", steps, club]] })
    CASES.zip(found) { |(name, (_, _, expected)), answer| assert_equal expected, answer.slice(*expected.keys), name }
  end

  # Any order of telling, waiting and being switched off, with answers lost and refused as it comes: once the network is
  # there, everything is stored once, in the order it was told, and nothing waits.
  def test_whatever_happens_everything_told_is_stored_once
    InterfaceTest.written("own-page-story", STORY)
    stories = Array.new(60) { |seed| chaos(Random.new(seed)) }
    answers("own-page-story", *stories.map { |steps, club, _| [["story", steps, club]] })
      .zip(stories).each_with_index do |(found, (_, _, told)), seed|
      assert_equal [told, []], found.values_at(:stored, :waiting), "seed #{seed}"
    end
  end

  # [steps, the club, ids told].
  def chaos(random)
    told = []
    steps = Array.new(random.rand(5..25)) do
      case random.rand(4)
      when 0, 1 then ["tell", "fact #{told.size}".tap { |id| told << id }]
      when 2 then ["killed"]
      else ["later"]
      end
    end
    answers = Array.new(random.rand(0..20)) { [0, "lost", 503, 429, 200].sample(random: random) }
    fetches = Array.new(random.rand(0..10)) { [200, 0, 502].sample(random: random) }
    [steps + [["later"]] * 40 + [["killed"]], {answers: answers, fetches: fetches}, told]
  end
end
