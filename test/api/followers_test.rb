require "support/api"

# Screens that follow a class: who may, how many, and until when.
class FollowersTest < ApiTest
  Followers = JauntyBell::Api::Followers

  def screens(count) = Array.new(count) { UNIXSocket.pair }

  def test_what_is_told_reaches_who_follows
    followers, ((here, there), *) = Followers.new, screens(1)
    followers.add(:class, there, {"at" => 0})
    assert_equal 1, followers.tell(:class, {"at" => 1})
    assert_equal 0, followers.tell(:other, {"at" => 2})
    assert_equal [0, 1], here.read_nonblock(10_000).scan(/data: \{"at":(\d)/).flatten.map(&:to_i)
    here.close
    assert_equal 0, followers.tell(:class, {"at" => 3}), "who has gone is let go"
  end

  def test_whoever_signs_out_follows_no_more
    id = place_of(@coach)
    followers, ((_, there), *) = Followers.new, screens(1)
    followers.add(:class, there, nil) { JauntyBell::Api::Accounts.signed_in?(db, id) }
    followers.look
    assert_equal 1, followers.size
    call(:post, "/api/account/logout")
    followers.look
    assert_equal [0, true], [followers.size, there.closed?]
  end

  def test_there_are_never_more_than_there_may_be
    followers = Followers.new
    screens(Followers::MOST + 3).each { |_, there| followers.add(:class, there, nil) }
    assert_equal Followers::MOST, followers.size
    screens(Followers::MOST_OF_ALL + 5).each_with_index { |(_, there), i| followers.add(i, there, nil) }
    assert_equal Followers::MOST_OF_ALL, followers.size
  end
end
