require "test_helper"
require "jaunty_bell/core"

# When two actions, and two links, are the same one.
class IdentityTest < Minitest::Test
  Notation = JauntyBell::Core::Bench::Notation

  def links(text) = Notation.read(text).links

  def same?(one, two) = Notation.read(one).actions.first.identity == Notation.read(two).actions.first.identity

  def test_actions
    {%w[1 1] => true, %w[1 2] => false, %w[3 3b] => false, ["1", "feint 1"] => false, ["1", "[1]"] => false,
     ["1", "1 with step in"] => false, ["slip lead", "slip rear"] => false,
     ["rear kick", "lead kick"] => false, ["1 with step in", "1 with step in"] => true}
      .each { |(one, two), expected| assert_equal expected, same?(one, two), "#{one} and #{two}" }
  end

  def test_links_are_of_neighbours
    assert_equal 3, links("1-2-3-2").size
    assert_empty links("1")
    assert_equal links("1-2").first, links("3-1-2").last
    refute_includes links("1-3-2"), links("1-2").first, "they do not follow each other"
  end

  def test_a_repeat_has_the_link_between_its_turns
    assert_equal links("1-2-1-2"), links("(1-2) x2")
    assert_equal 2, links("(1-2) x2").count(links("1-2").first)
  end
end
