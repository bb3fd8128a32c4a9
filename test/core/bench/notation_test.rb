require "test_helper"
require "json"

# What a coach types, and what it is read as.
class NotationTest < Minitest::Test
  include CoreTest

  # written | written back in the six | spoken
  READ = <<~TABLE.lines.map { |line| line.split("|").map(&:strip) }
    1-2-3b-2                          | 1-2-3b-2                              | jab, cross, lead hook to the body, cross
    jab, cross, switch, lead kick     | 1-2-switch-lead kick                  | jab, cross, switch, lead round kick to the body
    (1-2)x3 - slip rear - 2           | (1-2)x3-slip rear-2                   | three times jab, cross, then slip to the rear, cross
    3x(1-2)                           | (1-2)x3                               | three times jab, cross
    ((1-2)x2-3)x2                     | ((1-2)x2-3)x2                         | twice jab, cross, jab, cross, lead hook
    (1-2)x1-3                         | 1-2-3                                 | jab, cross, lead hook
    1 [2] catch 2 3                   | 1-[2]-rear catch-2-3                  | jab, partner: cross, rear catch, cross, lead hook
    feint 1, 3b, 3                    | feint 1-3b-3                          | feint jab, lead hook to the body, lead hook
    feint (1-2)-3                     | feint 1-feint 2-3                     | feint jab, feint cross, lead hook
    1 with step in - 2                | 1 with step in-2                      | jab with step in, cross
    step in with 1                    | 1 with step in                        | jab with step in
    at close 3b-4b-3-4                | at close 3b-4b-3-4                    | at close range, lead hook to the body, rear hook to the body, lead hook, rear hook
    JAB   Cross                       | 1-2                                   | jab, cross
    1 → 2 + 3                         | 1-2-3                                 | jab, cross, lead hook
    left hook - right kick            | 3-rear kick                           | lead hook, rear round kick to the body
    lt hook-rr uppercut               | 3-6                                   | lead hook, rear uppercut
    rear round kick leg               | rear low kick                         | rear low kick
    rear kick h                       | rear kick head                        | rear round kick to the head
    rear kick around                  | rear kick around                      | rear round kick to the body all the way round
    lead knee down-2                  | lead knee down-2                      | lead straight knee down and back, cross
    walk-up-lead kick                 | walk up-lead kick                     | walk up, lead round kick to the body
    1-2 pull back cross               | 1-2-pull back-2                       | jab, cross, pull back, cross
    2-..-2                            | 2-..-2                                | cross, pause, cross
    hard 2-touch 3-light lead kick    | hard 2-touch 3-light lead kick        | hard cross, touch lead hook, light lead round kick to the body
    slip left-roll right              | slip lead-roll rear                   | slip to the lead, roll to the rear
    lead slip                         | slip lead                             | slip to the lead
    [lead kick body]-check            | [lead kick]-rear check                | partner: lead round kick to the body, rear check
    kick, knee, elbow                 | rear kick-rear knee-rear elbow        | rear round kick to the body, rear straight knee, rear horizontal elbow
    hook, uppercut, slip              | 3-6-slip rear                         | lead hook, rear uppercut, slip to the rear
    step left-step out                | step lead-step out                    | step to the lead, step out
    chain punch chain punch           | rear chain punch-rear chain punch     | rear chain punch, rear chain punch
  TABLE

  def test_reading_and_writing_back
    READ.each do |written, canonical, spoken|
      combination = read(written)
      assert_equal canonical, Notation.write(combination), written
      assert_equal spoken, Notation.spoken(combination), written
      assert_equal combination, read(canonical), "#{canonical} read again"
    end
  end

  # written | the token pointed at | its position | what the sentence says | the first suggestion
  REFUSED = <<~TABLE.lines.map { |line| line.split("|").map(&:strip) }
    1-2-hok               | hok            | 4  | no technique here          | hook
    1-jbb                 | jbb            | 2  | Nearest: jab               | jab
    1-12                  | 12             | 2  | Did you mean 1-2           | 1-2
    1-9                   | 9              | 2  | It has 1 to 6              |
    1-3x                  | 3x             | 2  | means nothing here         |
    slip rear kick        | slip rear kick | 0  | can be read two ways       | slip-rear kick
    kick leg check        | kick leg check | 0  | can be read two ways       | kick-leg check
    rear jab              | jab            | 5  | belongs to the lead side   |
    lead 2                | 2              | 5  | already says the rear hand |
    1l                    | 1l             | 0  | not the leg                |
    1-2-                  | -              | 3  | Something is missing       |
    1--2                  | -              | 2  | Two separators             |
    -1                    | -              | 0  | Two separators             |
    (1-2                  | (              | 0  | never closed               |
    1-2)                  | )              | 3  | closes nothing             |
    ()                    | (              | 0  | nothing between            |
    [1                    | [              | 0  | never closed               |
    [[1]]                 | [              | 1  | cannot stand inside        |
    (1-2)x0               | x0             | 5  | Repeat it from 1 to 64     |
    2x(1)x2               | x2             | 5  | written twice              |
    x3                    | x3             | 0  | closes nothing             |
    1 with 2              | with           | 2  | joins one strike           |
    1 with                | with           | 2  | needs a technique          |
    lead                  | lead           | 0  | needs a technique          |
    feint slip            | slip           | 6  | Only a strike              |
    at far 1              | far            | 3  | comes close, mid or long   | long
    left clinch           | clinch         | 5  | has no side                |
    left slip right       | right          | 10 | needs a technique          |
  TABLE

  def test_what_cannot_be_read_says_what_where_and_what_was_meant
    REFUSED.each do |written, token, at, says, suggestion|
      error = assert_raises(Notation::Unreadable, written) { read(written) }
      assert_equal [token, at.to_i], [error.token, error.at], written
      assert_includes error.message, says, written
      assert_equal suggestion.to_s, error.suggestions.first.to_s, written
      assert_equal "notation", error.path
    end
  end

  def test_nothing_written_is_said_so
    ["", "   ", "\n"].each do |text|
      assert_match(/Nothing is written/, assert_raises(Notation::Unreadable) { read(text) }.message)
    end
  end

  def test_limits
    assert_equal 64, read("(1-2)x32").actions.size
    assert_match(/comes to 65/, assert_raises(Notation::Unreadable) { read("(1-2)x32-1") }.message)
    assert_match(/comes to 4096/, assert_raises(Notation::Unreadable) { read("((1)x64)x64") }.message)
    assert_match(/at most 2000 characters/, assert_raises(Notation::Unreadable) { read("1-" * 1_001) }.message)
    assert_raises(Notation::Unreadable) { read((+"\xff\xfe").force_encoding("UTF-8")) }
  end

  def test_left_and_right_through_the_stance_of_entry
    assert_equal read("3"), read("right hook", stance: :southpaw)
    assert_equal read("3"), read("left hook", stance: :square)
    assert_equal read("[3]"), read("[right hook]", partner: :opposite)
    assert_equal read("[3]"), read("[left hook]", stance: :southpaw, partner: :opposite)
    assert_equal "right jab, left cross", Notation.by_hand(read("1-2"), Notation::Reading.new(stance: :southpaw))
    assert_equal read("1-2-switch-lead kick"), read("1-2-switch-left kick"),
      "the stance of entry holds through a switch"
  end

  # The same meaning in every scheme.
  SCHEMES = {
    "1-2-3b-2" => {"six" => "1-2-3b-2", "swapped" => "1-2-3b-2", "eight" => "1-2-7-2", "running" => "1-2-3b-4"},
    "5-6" => {"six" => "5-6", "swapped" => "6-5", "eight" => "5-6", "running" => "lead uppercut-rear uppercut"},
    "4b-3" => {"six" => "4b-3", "eight" => "8-3", "running" => "rear hook body-lead hook"},
    "1-2-3-2-3-2" => {"running" => "1-2-3-4-5-6"},
    "1-1-2" => {"running" => "1-1-2"}
  }.freeze

  def test_one_meaning_in_every_scheme
    SCHEMES.each do |six, schemes|
      schemes.each do |id, text|
        reading = Notation::Reading.new(numbering: numbering(id))
        assert_equal text, Notation.write(read(six), reading), "#{six} in #{id}"
        assert_equal read(six), Notation.read(text, reading), "#{text} from #{id}"
      end
    end
  end

  def test_a_running_count_goes_on_by_one_or_starts_again
    reading = Notation::Reading.new(numbering: numbering("running"))
    error = assert_raises(Notation::Unreadable) { Notation.read("1-2-4", reading) }
    assert_match(/4 does not follow 2.*go on with 3/, error.message)
    assert_raises(Notation::Unreadable) { Notation.read("2-3", reading) }
  end

  def test_the_meaning_survives_as_data
    READ.each do |written, _, _|
      combination = read(written)
      assert_equal combination, Bench::Combination.from_data(JSON.parse(JSON.generate(combination.to_data))), written
    end
  end

  def test_eight_says_the_body_already
    reading = Notation::Reading.new(numbering: numbering("eight"))
    assert_equal read("3b"), Notation.read("7b", reading)
    assert_match(/already means the body/, assert_raises(Notation::Unreadable) { Notation.read("7h", reading) }.message)
  end
end
