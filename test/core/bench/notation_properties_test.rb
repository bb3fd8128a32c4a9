require "support/generated"

# Properties of reading and writing over generated combinations.
class NotationPropertiesTest < Minitest::Test
  include CoreTest

  def test_written_in_any_scheme_and_read_again_it_is_the_same
    PropCheck.forall(seed: Generated.seeds).with_config(n_runs: 120) do |seed:|
      combination = Generated.build(Random.new(seed))
      Lexicon::Numberings.all.each do |scheme|
        reading = Notation::Reading.new(numbering: scheme)
        text = Notation.write(combination, reading)
        assert_equal combination, Notation.read(text, reading), "seed #{seed}: #{text} in #{scheme.id}"
      end
    end
  end

  # A pull and then a back hand, which a dash alone makes a pull back.
  def test_what_a_run_once_found_stays_found
    combination = Generated.build(Random.new(680_631_271))
    assert_equal combination, Notation.read(Notation.write(combination))
    assert_includes Notation.write(combination), "lead pull - back ridge hand"
  end

  def test_the_partner_s_side_reads_the_same_from_every_pair_of_stances
    PropCheck.forall(seed: Generated.seeds).with_config(n_runs: 30) do |seed:|
      combination = Generated.build(Random.new(seed))
      %i[orthodox southpaw].product(%i[same opposite]).each do |stance, partner|
        reading = Notation::Reading.new(stance: stance, partner: partner)
        assert_equal combination, Notation.read(Notation.write(combination, reading), reading)
      end
    end
  end

  def test_random_text_raises_nothing_but_its_own_error
    pieces = ["1", "2", "3b", "-", " ", "(", ")", "x3", "[", "]", "slip", "rear", "lead", "kick", "leg", "with",
      "feint", "..", "at", "é", "9", "hok", "down", "\u0000", "→", "step", "in"]
    random = Random.new(7)
    1_200.times do
      text = Array.new(random.rand(1..30)) { pieces.sample(random: random) }.join((random.rand < 0.5) ? "" : " ")
      begin
        read(text)
      rescue Notation::Unreadable => e
        assert_operator e.at, :<=, text.length, text.inspect
        assert_operator e.message.length, :>, 10
      end
    end
  end
end
