require "support/interface"

# Time on a device, and what it keeps of a class: pure functions of the interface.
class DeviceTest < InterfaceTest
  CLOCKS = <<~JS.freeze
    import { RunningTime } from "../../web/src/kit/clock";

    // Steps: [ms that go by, ms by which somebody sets the clock, whether the device sleeps meanwhile] → running time gone.
    export function gone(steps) {
      let [wall, ticks] = [1_000_000, 5];
      const time = new RunningTime({ wall: () => wall, ticks: () => ticks });
      const began = time.now();
      return steps.map(([ms, set, asleep]) => {
        if (asleep) time.hide();
        wall += ms + set;
        if (!asleep) ticks += ms;
        if (asleep) time.show();
        return time.now() - began;
      });
    }
  JS

  QUERIES = <<~JS.freeze
    import { asks } from "../../web/src/kit/queries";
    import { STALE } from "../../web/src/kit/stale";

    const given = ["x", "y", 1];
    export const keys = () => Object.entries(asks).map(([name, ask]) => [name, String(ask(...given).queryKey[0])]);
    export const stale = () => STALE;
  JS

  def module_of(name, text) = InterfaceTest.written(name, text).then { name }

  # A clock that is set, on or back, changes nothing; a device that slept goes on from when it woke.
  CASES = {
    [[1_000, 0, false], [1_000, 0, false]] => [1_000, 2_000],
    [[1_000, 3_600_000, false], [1_000, -3_600_000, false]] => [1_000, 2_000],
    [[1_000, -86_400_000, false], [1_000, 0, false]] => [1_000, 2_000],
    [[1_000, 0, false], [60_000, 0, true], [500, 0, false]] => [1_000, 61_000, 61_500],
    [[500, 7_200_000, false], [60_000, 0, true]] => [500, 60_500],
    [[400, 0, true]] => [0] # no sleep: a page that was hidden for a moment
  }.freeze

  def test_running_time_only_goes_on
    CASES.zip(answers(module_of("clocks", CLOCKS),
      *CASES.keys.map { |steps| [["gone", steps]] })) do |(steps, expected), found|
      assert_equal expected, found, steps.inspect
    end
  end

  def test_no_two_questions_share_a_key
    keys, stale = answers(module_of("questions", QUERIES), [["keys"]], [["stale"]])
    assert_operator keys.size, :>, 35
    assert_equal keys.size, keys.map(&:last).uniq.size, keys.group_by(&:last).select { |_, list| list.size > 1 }.inspect
    assert_empty stale.values.flatten.uniq - keys.map(&:last), "what is made stale is asked somewhere"
  end

  def test_every_question_stands_in_the_one_place
    elsewhere = Dir["#{WEB}/src/**/*.{ts,tsx}"].reject { |path| path.end_with?("kit/queries.ts") }
      .select { |path| File.read(path).match?(/queryKey: \[/) }
    assert_empty elsewhere
  end

  HELD = {id: "c", segments: [{kind: "work", round: 0, duration: 60_000, cues: []}], rounds: [{title: "One"}],
          combinations: {}, card_version: 3, ended_at: nil, students: [], expected: [],
          facts: {attendances: [], departures: [], marks: [], knocks: [], efforts: []}}.freeze
  OTHER = HELD.merge(segments: [{kind: "work", round: 0, duration: 90_000, cues: []}], rounds: [{title: "Other"}],
    card_version: 4).freeze

  HALLS = <<~JS.freeze
    import { answered, asDrilled, firstHall, readHall, renewed, stepIn, stepOut, takenOver, withDrilled } from "../../web/src/floor/hall";
    import { pause, resume } from "../../web/src/floor/ring";

    const begun = (hall) => ({ ...hall, ring: pause(resume(hall.ring, 1_000), 5_000) });
    // The rounds shown and the length of the ring's, of a class whose card is changed before, or after, its first bell.
    export const changedCard = (held, other, after) => {
      const hall = withDrilled(after ? begun(firstHall(held)) : firstHall(held), held);
      const now = renewed(hall, other);
      const shown = asDrilled(other, now);
      return [shown.rounds[0].title, now.ring.segments[0].duration, shown.card_version];
    };
    export const keptBefore = (held, other, after) => {
      const kept = JSON.parse(JSON.stringify(withDrilled(after ? begun(firstHall(held)) : firstHall(held), held)));
      return asDrilled(other, readHall(kept, other)).rounds[0].title;
    };
    export const notAHall = (held) => readHall({ ring: 3 }, held).moment;
    const tables = (facts) => facts.map((fact) => fact.table);
    // Comes, goes and comes again, before and after the first bell: who is here, who was here at all, the facts.
    export const comings = (held, after) => {
      let hall = after ? begun(firstHall(held)) : firstHall(held);
      const facts = [];
      for (const step of [stepIn, stepOut, stepIn]) {
        const [next, fact] = step(hall, "ann");
        hall = next;
        facts.push(fact);
      }
      return [hall.present, hall.came, tables(facts)];
    };
    export const leftForGood = (held, after) => {
      const [came] = stepIn(after ? begun(firstHall(held)) : firstHall(held), "ann");
      const [left] = stepOut(came, "ann");
      return [left.present, left.came];
    };
    export const efforts = (held) => {
      const [one, first] = answered(firstHall(held), "ann", { effort: 5, estimated: false, minutes: 60 }, "2026-11-28");
      const [two, second] = answered(one, "ann", { effort: 9, estimated: false, minutes: 40 }, "2026-11-28");
      return [tables(first), tables(second), second[0].fact === first[0].fact.id, two.answers.ann.effort, two.answers.ann.minutes];
    };
    export const fromFacts = (held) => {
      const { present, came, taps, answers, knocks } = firstHall(held);
      return [present, came, taps, answers.ann?.effort, knocks.length];
    };
    export const taken = (held, at) => {
      const live = { moment: "ring", ring: resume(firstHall(held).ring, 0) };
      const { ring, moment, present } = takenOver(held, live, at);
      return [moment, ring.at, ring.runs.length, present];
    };
  JS

  def halls(*chains) = answers(module_of("halls", HALLS), *chains)

  def test_a_ring_that_has_not_begun_is_renewed_and_one_that_has_keeps_its_own
    before, after, kept_before, kept_after, strange = halls([["changedCard", HELD, OTHER, false]],
      [["changedCard", HELD, OTHER, true]], [["keptBefore", HELD, OTHER, false]], [["keptBefore", HELD, OTHER, true]],
      [["notAHall", HELD]])
    assert_equal ["Other", 90_000, 4], before
    assert_equal ["One", 60_000, 3], after
    assert_equal %w[Other One door], [kept_before, kept_after, strange]
  end

  def test_who_comes_goes_and_comes_back
    before, after, undone, left = halls([["comings", HELD, false]], [["comings", HELD, true]],
      [["leftForGood", HELD, false]], [["leftForGood", HELD, true]])
    assert_equal [["ann"], ["ann"], %w[attendances taken_back attendances]], before, "a slip at the door is taken back"
    assert_equal [["ann"], ["ann"], %w[attendances departures attendances]], after
    assert_equal [[], []], undone
    assert_equal [[], ["ann"]], left
  end

  def test_an_effort_told_anew_is_a_new_fact
    assert_equal [["efforts"], %w[taken_back efforts], true, 9, 40], halls([["efforts", HELD]]).first
  end

  def test_another_device_begins_with_what_the_club_has
    at = ->(minute) { "2026-11-28T18:#{minute}:00Z" }
    fact = ->(id, minute, **more) { {id: id, student_id: "ann", at: at[minute], taken_back_at: nil, **more} }
    mark = {combination_id: "two", rung: "count", attempted: 3, clean: 2, broke_at: nil}
    facts = {attendances: [fact["1", "10"], fact["2", "30"],
      {id: "3", student_id: "bo", at: at["11"], taken_back_at: at["12"]}], departures: [fact["4", "20"]],
             marks: [fact["5", "31", **mark], fact["6", "32", **mark, taken_back_at: at["33"]]],
             knocks: [fact["7", "40", matter: "elbow"]],
             efforts: [fact["8", "50", effort: 5, minutes: 60, estimated: false, taken_back_at: at["51"]],
               fact["9", "51", effort: 7, minutes: 60, estimated: false]]}
    present, came, taps, effort, knocks = halls([["fromFacts", HELD.merge(facts: facts)]]).first
    assert_equal [["ann"], ["ann"], ["5"], 7, 1], [present, came, taps.map { |tap| tap[:id] }, effort, knocks]
  end

  def test_who_takes_the_lead_tells_no_round_that_rang_elsewhere
    assert_equal ["ring", 1, 0, []], halls([["taken", HELD, 70_000]]).first
  end
end
