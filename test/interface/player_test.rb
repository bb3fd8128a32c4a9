require "support/interface"
require "support/cards"
require "jaunty_bell/files"

# When cues are scheduled on the audio clock, over a whole simulated class: the page's timer comes late, sleeps, and is
# woken once a minute while it is hidden; the audio clock drifts against the system's.
class PlayerTest < InterfaceTest
  include CardTest

  DRIVER = <<~JS.freeze
    import { Player } from "../../web/src/floor/player";
    import { caughtUp, due, lengthen, newRing, pause, remaining, resume } from "../../web/src/floor/ring";

    // A small seeded generator (mulberry32), so that a failure can be seen again.
    const random = (seed: number) => () => {
      seed = (seed + 0x6d2b79f5) | 0;
      let t = Math.imul(seed ^ (seed >>> 15), 1 | seed);
      t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
      return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
    };

    // Runs a class with ticks from `least` to `most` ms apart; gives how far each cue sounded from its sheet, in ms.
    // `cut` are those that had begun and were not heard out, though nothing was changed by hand.
    // `late`: the page looks once more at the class as it was when it has been changed by hand.
    export function simulated(segments, { seed, least, most, drift, changes = [], wakes = 0, late = false }) {
      const dice = random(seed);
      const audio = (wall) => 3 + (wall / 1000) * (1 + drift);
      const wallOf = (at) => ((at - 3) / (1 + drift)) * 1000;
      let now = 1000;
      let started = [];
      let cut = 0;
      const start = (cue, at) => {
        const one = { cue, wall: wallOf(at) };
        started.push(one);
        return () => {
          if (one.wall > now) started = started.filter((other) => other !== one);
          else if (changes.length === 0) cut++;
        };
      };
      const player = new Player({ awake: () => now >= wakes, time: () => audio(now), start });
      let ring = resume(newRing(segments), now);
      const wanted = [];
      let heard = now;
      const todo = [...changes];
      player.reset(now);
      while (remaining(ring, now) > 0 || ring.at < segments.length) {
        player.tick(ring, now);
        let next = now + least + dice() * (most - least);
        const change = todo[0];
        if (change && change.at <= next) next = Math.max(now, change.at);
        wanted.push(...due(ring, heard, next));
        heard = next;
        now = next;
        ring = caughtUp(ring, now);
        if (change && change.at <= now) {
          todo.shift();
          const was = ring;
          ring = change.by ? lengthen(ring, change.by, now) : change.go ? resume(ring, now) : pause(ring, now);
          player.reset(now);
          if (late) player.tick(was, now);
        }
      }
      player.tick(ring, now);
      wanted.push(...due(ring, heard, now + 1));
      const off = wanted.map(({ cue, at }) => { const near = started.filter((one) => one.cue === cue).map((one) => Math.abs(one.wall - at)).sort((a, b) => a - b)[0]; return near ?? null; });
      const missing = off.filter((each) => each === null).length;
      const worst = Math.max(...off.filter((each) => each !== null));
      const wantedThen = (one) => wanted.some(({ cue, at }) => cue === one.cue && Math.abs(one.wall - at) < 1000);
      const extra = started.filter((one) => !wantedThen(one)).length;
      return { cut, cues: wanted.length, sounded: started.length, missing, worst, extra };
    }
  JS

  def segments
    rounds = Array.new(18) do |i|
      drilled(["1-2", "1-2-3"], manner: %w[counted-then-clocked called clocked][i % 3], count: (5 if i % 3 == 0),
        work: 180, explain: 30, swap: (i % 3 == 2) ? "even" : "alone")
    end
    Core::Floor::CueSheet.new(plan(block("bag", *rounds), minutes: 90)).segments
      .map { |segment| JauntyBell::Files::SegmentJson.of(segment) }
  end

  def simulated(sheet = segments, **settings)
    InterfaceTest.written("player-driver", DRIVER)
    answers("player-driver", [["simulated", sheet, settings]]).first
  end

  LIMIT = 20 # ms

  # how the page is woken → [shortest, longest] time between ticks in ms, drift of the audio clock
  WAKES = {"in front" => [90, 130, 0], "busy" => [90, 900, 2e-5], "hidden" => [950, 1_100, -2e-5],
           "hidden for long" => [55_000, 62_000, 5e-5]}.freeze

  def test_no_cue_is_off_its_sheet
    WAKES.each do |how, (least, most, drift)|
      found = simulated(seed: 7, least: least, most: most, drift: drift)
      assert_operator found[:cues], :>, 400, how
      assert_equal [0, 0], found.values_at(:missing, :extra), "#{how}: #{found}"
      assert_operator found[:worst], :<=, LIMIT, how
    end
  end

  def test_audio_that_wakes_a_moment_late_misses_nothing_that_follows
    found = simulated(seed: 5, least: 90, most: 130, drift: 0, wakes: 1_000 + 300)
    assert_equal [0, 0], found.values_at(:missing, :extra), found.inspect
    late = simulated(seed: 5, least: 90, most: 130, drift: 0, wakes: 1_000 + 5_000)
    assert_operator late[:missing], :<=, 2, "what was due before is let go"
  end

  def test_who_speaks_as_the_class_comes_to_its_end_is_heard_out
    last = segments.last
    word = segments.flat_map { |each| each[:cues] }.find { |cue| cue[:say].any? }
    spoken = {**word, at: last[:duration] - 500, anchor: "start", length: 5_000}
    sheet = [*segments[0...-1], {**last, cues: [*last[:cues], spoken]}]
    WAKES.each_value do |least, most, drift|
      assert_equal 0, simulated(sheet, seed: 7, least: least, most: most, drift: drift)[:cut]
    end
  end

  CHANGES = [{at: 40_000, by: 30_000}, {at: 100_000}, {at: 160_000, go: true}, {at: 300_000, by: -30_000},
    {at: 700_500, by: 30_000}].freeze

  def test_changed_by_hand_it_is_laid_out_anew
    [false, true].each do |late|
      found = simulated(seed: 3, least: 90, most: 400, drift: 1e-5, changes: CHANGES, late: late)
      assert_equal [0, 0], found.values_at(:missing, :extra), found.inspect
      assert_operator found[:worst], :<=, LIMIT
    end
  end
end
