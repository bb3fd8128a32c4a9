require "support/interface"

# What a device reckons of a class: when the clock ran, who was there for how long, what was cut, who strikes now, who
# is out.
class HallTest < InterfaceTest
  DRIVER = <<~JS.freeze
    import { firstHall, isOut, stepIn, stepOut, takenOver } from "../../web/src/floor/hall";
    import { cutOf, factsOfBells, minutesDone, tookPlace, withBells } from "../../web/src/floor/rang";
    import { catchUp } from "../../web/src/floor/catchUp";
    import { standingRing } from "../../web/src/floor/lead";
    import { caughtUp, finish, lengthen, pause, refit, remaining, resume, skip } from "../../web/src/floor/ring";
    import { turnsNow } from "../../web/src/floor/striking";

    const acts = { resume, pause, skip, finish, caughtUp };
    // A class on whose ring this is done, [what, at in s] each; gives its bells relative to the first and the facts of them.
    const rung = (held, steps) =>
      steps.reduce((hall, [what, at]) => withBells(hall, { ...hall, ring: acts[what](hall.ring, at * 1000) }), firstHall(held));
    export const bells = (held, steps) => {
      const { bells } = rung(held, steps);
      const facts = factsOfBells(held, bells, 0, "d");
      const again = factsOfBells(held, bells, 0, "d");
      return [bells.map(({ at, running }) => [Math.round((at - bells[0].at) / 1000), running]), facts.map(({ table }) => table), facts.every((fact, i) => fact.fact.id === again[i].fact.id)];
    };
    // The minutes of a student there in these spans (s from the first bell), and as put right for all and for one.
    export const minutes = (held, steps, there) => {
      const hall = rung(held, steps);
      const first = hall.bells[0]?.at ?? 0;
      const spans = there.map(([from, to]) => [first + from * 1000, to === null ? null : first + to * 1000]);
      const full = { ...hall, there: { ann: spans } };
      const done = (more) => minutesDone(held, { ...full, ...more }, tookPlace(held, full), "ann");
      return [done({}), done({ minutes: "40" }), done({ minutes: "40", minutesOf: { ann: "25" } })];
    };
    export const cut = (held, steps) => cutOf(held, rung(held, steps));
    export const stepped = (held) => {
      const [came] = stepIn(firstHall(held), "ann");
      const [slip] = stepOut(came, "ann");
      const ring = pause(resume(came.ring, 1000), 5000);
      const [left] = stepOut({ ...came, ring }, "ann");
      const [back] = stepIn(left, "ann");
      return [came.there.ann.length, slip.there.ann.length, left.there.ann[0][1] !== null, back.there.ann.length, back.there.ann[1][1]];
    };
    export const out = (held, knocks) => ["ann", "bo"].map((id) => isOut(held, { ...firstHall(held), knocks }, id));
    export const strikers = (held, at, seconds, groups, more = 0) => {
      const ring = { ...lengthen({ ...firstHall(held).ring, at }, more * 1000, 0), since: 0 };
      return turnsNow(held.rounds[ring.segments[at].round], ring, seconds * 1000, groups).map(({ striker }) => striker ?? null);
    };
    export const caught = (held, at, seconds, have) => {
      const ring = { ...firstHall(held).ring, at, since: 0 };
      const found = catchUp(held, ring, seconds * 1000, have);
      if (typeof found === "number") return found;
      return [found.changes.map(({ title, work }) => [title, work]), found.rests, Math.round(remaining(refit(ring, found.added), seconds * 1000) / 1000)];
    };
    // Where the ring is taken over `later` s after this was heard: the segment, and what is left of the class in s.
    export const takenLater = (held, gone, running, later) => {
      const heard = 7_000_000;
      const now = heard + later * 1000;
      const ring = standingRing(held.segments, { ring: { at: 0, gone: gone * 1000, running, extra: {} }, heard });
      const taken = takenOver(held, { moment: "ring", ring }, now).ring;
      return [taken.at, Math.round(remaining(taken, now) / 1000)];
    };
    export const ledElsewhere = (held) => takenOver(held, { moment: "ring", ring: firstHall(held).ring, pairs: [["ann", "bo"], ["cy"]] }, 0).pairs.groups.map(({ ids }) => ids);
  JS

  SWAP = {kind: "swap", at: 60_000, anchor: "share", say: [], length: 0, text: "Change"}.freeze
  ROUNDS = [{title: "One", work_s: 120, first: 0, shared: true},
    {title: "Two", work_s: 120, first: nil, shared: false},
    {title: "Three", work_s: 120, first: 1, shared: true}].freeze
  HELD = {id: "c", minutes: 75, ended_at: nil, rounds: ROUNDS, combinations: {}, card_version: 1, expected: [],
          students: [{id: "ann", blocks: []}, {id: "bo", blocks: ["all"]}],
          segments: ROUNDS.each_index.flat_map { |i|
            [{kind: "work", round: i, duration: 120_000, cues: (i == 1) ? [] : [SWAP]},
              ({kind: "rest", round: i, duration: 60_000, cues: []} if i < 2)].compact
          },
          facts: {attendances: [], departures: [], marks: [], knocks: [], efforts: [], bells: [],
                  round_runs: []}}.freeze

  def hall(*chains) = answers(InterfaceTest.written("hall-driver", DRIVER) && "hall-driver", *chains)

  # what was done to the ring, at which second → when the clock was started and stopped
  BELLS = {
    [["resume", 0], ["pause", 30]] => [[0, true], [30, false]],
    [["resume", 0], ["caughtUp", 125], ["pause", 130]] => [[0, true], [130, false]],
    [["resume", 0], ["pause", 30], ["resume", 500], ["finish", 560]] => [[0, true], [30, false], [500, true],
      [560, false]],
    [["resume", 0], ["caughtUp", 9_000]] => [[0, true], [480, false]], # a device that slept past the last bell
    [["skip", 0]] => []
  }.freeze

  def test_when_the_clock_ran_is_told_once
    BELLS.keys.zip(hall(*BELLS.keys.map { |steps| [["bells", HELD, steps]] })) do |steps, (bells, tables, same)|
      assert_equal BELLS[steps], bells, steps.inspect
      assert_equal [["bells"] * bells.size, true], [tables, same]
    end
  end

  def test_minutes_are_worked_out_and_can_be_put_right
    hour = [["resume", 0], ["caughtUp", 130], ["pause", 180]]
    found = hall([["minutes", HELD, hour, [[-60, nil]]]], [["minutes", HELD, hour, [[-60, 60]]]],
      [["minutes", HELD, [], [[0, nil]]]])
    assert_equal [%w[3 40 25], %w[1 40 25], %w[75 40 25]], found,
      "three minutes of a card of 75; left after one; nothing rang"
  end

  def test_what_was_cut_in_rounds_and_seconds
    whole, short = hall([["cut", HELD, [["resume", 0], ["caughtUp", 480]]]],
      [["cut", HELD, [["resume", 0], ["caughtUp", 200], ["finish", 210]]]])
    assert_empty whole
    assert_equal [["Two", 30], ["Three", 0]], short.map { |round| [round[:title], round[:worked_s].round] }
  end

  def test_there_is_from_coming_to_going
    assert_equal [1, 0, true, 2, nil], hall([["stepped", HELD]]).first
  end

  def test_who_is_out_for_the_day
    told = hall([["out", HELD, []]], [["out", HELD, [{id: "k", student: "ann", matter: "head knock"}]]],
      [["out", HELD, [{id: "k", student: "ann", matter: "elbow"}]]])
    assert_equal [[false, true], [true, true], [false, true]], told
  end

  # segment, seconds gone → who strikes of a pair and of a trio
  STRIKERS = {[0, 10] => %w[ann cy], [0, 70] => %w[bo dee], [2, 10] => [nil, nil], [4, 10] => %w[bo cy],
              [4, 70] => %w[ann dee], [1, 10] => [nil, nil]}.freeze

  def test_who_strikes_now
    groups = [%w[ann bo], %w[cy dee eli]]
    STRIKERS.keys.zip(hall(*STRIKERS.keys.map { |at, seconds|
      [["strikers", HELD, at, seconds, groups]]
    })) do |key, strikers|
      assert_equal STRIKERS[key], strikers, key.inspect
    end
    assert_equal [%w[ann cy]], hall([["strikers", HELD, 0, 70, groups, 60]]),
      "with a minute more the change comes at 1:30"
    assert_equal [[nil]], hall([["strikers", HELD, 0, 10, [%w[ann]]]])
  end

  LATE = HELD.merge(rounds: ROUNDS.each_with_index.map { |round, i|
    round.merge(late: {least_s: 60, least_rest_s: 30, must: i == 2, weight: (i == 1) ? 2 : 3})
  }).freeze

  # In the first round, 20 s of its 120 gone: 100 s and its rest of 60 are left, then 120 + 60 + 120.
  def test_a_late_class_is_made_to_fit
    fits, tight, tighter, never, old = hall([["caught", LATE, 0, 20, 460]], [["caught", LATE, 0, 20, 400]],
      [["caught", LATE, 0, 20, 280]], [["caught", LATE, 0, 20, 200]], [["caught", HELD, 0, 20, 400]])
    assert_equal [[], 0, 460], fits
    assert_equal [[["Two", 90]], 1, 400], tight, "the rest first, then the round that matters less"
    assert_equal [[["Two", nil]], 0, 280], tighter
    assert_equal 20, never, "the last must stay, and takes a minute at its shortest: 160 + 60 are 20 more than there is"
    assert_equal 60, old, "of rounds kept from before it was told nothing may go"
  end

  def test_pairs_come_with_the_lead
    assert_equal [%w[ann bo]], hall([["ledElsewhere", HELD]]).first
  end

  # The clock goes on between the leader's last word and whoever takes the lead.
  # gone s, running, heard so many s before | segment and s left of the class
  TAKEN = {[20, true, 0] => [0, 460], [20, true, 4] => [0, 456], [20, false, 4] => [0, 460],
           [118, true, 4] => [1, 358], [118, false, 4] => [0, 362]}.freeze

  def test_who_takes_the_lead_goes_on_where_the_class_stands_by_then
    TAKEN.each do |(gone, running, later), stands|
      assert_equal stands, hall([["takenLater", HELD, gone, running, later]]).first, "#{gone} #{running} #{later}"
    end
  end
end
