require "test_helper"

class LexiconTest < Minitest::Test
  include CoreTest

  SOUND = {"id" => "corkscrew", "family" => "punch",
           "names" => {"plain" => "corkscrew", "short" => "corkscrew", "spoken" => "corkscrew"},
           "plane" => "straight", "range" => %w[long mid]}.freeze

  def test_what_ships
    techniques = Lexicon::Techniques.default
    assert_operator techniques.count, :>=, 60
    assert_equal %w[six swapped eight running], Lexicon::Numberings.all.map(&:id)
    techniques.each { |technique| assert_includes 0..2, technique.beats, technique.id }
    refute_empty Lexicon::Implements.all.select { |implement|
      implement.holder == "holder" && implement.holder_cues.any?
    }
    Lexicon::Implements.all.each do |implement|
      implement.stands_in.each { |id| assert Lexicon::Implements[id], "#{implement.id} → #{id}" }
    end
  end

  # technique → [default side, default level, range, beats] as the book of the job gives them
  DEFAULTS = {
    "hook" => [:lead, :head, %i[mid close], 1], "uppercut" => [:rear, :head, %i[mid close], 1],
    "slip" => [:rear, nil, [], 0.5], "round-kick" => [:rear, :body, %i[long mid], 1.5],
    "low-kick" => [:rear, :leg, %i[long mid], 1.5], "chain-punch" => [:rear, :head, [:close], 0.5],
    "gallop-in" => [nil, nil, [], 1], "horizontal-elbow" => [:rear, :head, [:close], 1],
    "jump-knee" => [:rear, :body, %i[long mid], 1.5], "pause" => [nil, nil, [], 1],
    "ridge-hand" => [:rear, :head, [:mid], 1], "skip-knee" => [:rear, :body, [:close], 1.5]
  }.freeze

  def test_defaults
    DEFAULTS.each do |id, expected|
      technique = Lexicon::Techniques.default[id]
      assert_equal expected, [technique.side, technique.level, technique.range, technique.beats.to_f], id
    end
  end

  def test_a_club_s_own_technique_is_read_like_any_other
    own = Lexicon::Techniques.default.and([SOUND])
    reading = Notation::Reading.new(techniques: own)
    combination = Notation.read("1-lead corkscrew body-2", reading)
    assert_equal "1-lead corkscrew body-2", Notation.write(combination, reading)
    assert_equal combination, Bench::Combination.from_data(combination.to_data, own)
    assert_raises(Core::InvalidInput) { Bench::Combination.from_data(combination.to_data) }
  end

  # what is wrong with an entry → the path of the field
  UNSOUND = {
    {"id" => "Two Words"} => "id", {"family" => "headbutt"} => "family", {"names" => {"plain" => "x"}} => "names",
    {"plane" => "wavy"} => "plane", {"side" => "lead", "sides" => ["rear"]} => "side", {"level" => "leg"} => "level",
    {"beats" => -1} => "beats", {"beats" => "one"} => "beats", {"range" => %w[long close]} => "range",
    {"range" => []} => "range", {"leaves" => "nothing"} => "leaves"
  }.freeze

  def test_an_unsound_entry_is_refused_with_its_field
    UNSOUND.each do |change, field|
      error = assert_raises(Core::InvalidInput, change.inspect) do
        Lexicon::Techniques.default.and([SOUND.merge(change)])
      end
      assert error.path.end_with?("/#{field}"), "#{change}: #{error.path}"
    end
  end

  def test_a_name_or_id_may_stand_only_once
    assert_raises(Core::InvalidInput) { Lexicon::Techniques.default.and([SOUND.merge("id" => "jab")]) }
    error = assert_raises(Core::InvalidInput) do
      Lexicon::Techniques.default.and([SOUND.merge("names" => {"plain" => "jab", "short" => "jab", "spoken" => "jab"})])
    end
    assert_match(/names two techniques/, error.message)
  end

  def test_what_a_club_has_kept_wins_over_what_ships_later_by_the_same_name
    named = ->(name) { {"plain" => name, "short" => name, "spoken" => name} }
    kept = [SOUND.merge("id" => "check-hook", "names" => named.call("check hook")),
      SOUND.merge("id" => "block", "names" => named.call("block"))]
    own = Lexicon::Techniques.default.with_kept(kept)
    reading = Notation::Reading.new(techniques: own)
    assert_equal %w[check-hook block],
      Notation.read("check hook, block", reading).actions.map { |each| each.technique.id }
    assert_equal "cover", Notation.read("high guard", reading).actions.first.technique.id
    assert_raises(Core::InvalidInput) { own.and([SOUND.merge("id" => "shell", "names" => named.call("shell"))]) }
  end

  # What a coach must say of a technique of their own: what is left out → the field that is asked for.
  ASKED = {"sides" => "sides", "side" => "side", "levels" => "levels", "level" => "level", "range" => "range"}.freeze

  def test_what_an_own_technique_is_is_asked_and_not_guessed
    told = {"id" => "corkscrew", "family" => "punch", "sides" => %w[lead rear], "side" => "lead",
            "levels" => %w[head body], "level" => "head", "range" => %w[mid close]}
    assert_equal told, Lexicon::EntryRules.told(told)
    ASKED.each do |left_out, field|
      error = assert_raises(Core::InvalidInput) { Lexicon::EntryRules.told(told.except(left_out)) }
      assert_equal "technique/#{field}", error.path
    end
    one = Lexicon::EntryRules.told(told.merge("sides" => ["rear"], "levels" => ["body"]).except("side", "level"))
    assert_equal %w[rear body], one.values_at("side", "level"), "with one side there is nothing to ask"
    assert_equal "technique/sides",
      assert_raises(Core::InvalidInput) { Lexicon::EntryRules.told("family" => "hand control") }.path
    assert_equal({"family" => "step"}, Lexicon::EntryRules.told("family" => "step"))
  end

  def test_school_settings
    school = Lexicon::School.default
    assert_equal "exit step", school.with("finish" => "exit-step").finish
    assert_equal true, school.with("lead_kick_bare" => "yes").lead_kick_bare
    assert_equal 4, school.with("level_limits" => {"foundation" => 4}).level_limits["foundation"]
    assert_equal 8, school.with("level_limits" => {"foundation" => 4}).level_limits["advanced"]
    assert_equal %w[switch shuffle], school.with("lead_kick_loads" => "switch, shuffle").lead_kick_loads
    [{"colour" => "red"}, {"finish" => "bow"}, {"lead_kick_bare" => "perhaps"}, {"likely_strikes_per_second" => "many"}]
      .each do |change|
      assert_equal change.keys.first, assert_raises(Core::InvalidInput) { school.with(change) }.path
    end
  end
end
