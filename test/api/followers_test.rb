require "support/api"

# Screens that follow a class: who may, how many, until when, and from whichever process. The same on any day.
class FollowersTest < ApiTest
  Followers = JauntyBell::Api::Followers

  # Whoever listens has another connection, which does not see the classes of this transaction and would let their
  # screens go.
  module Deaf
    def self.listen = nil
  end

  def setup
    super
    @class_id = new_class[:id]
    @klass = [club, @class_id]
  end

  # Both ends are kept: one that nobody holds is closed as soon as memory is tidied, and its screen is gone.
  def screens(count) = Array.new(count) { UNIXSocket.pair.tap { |pair| (@pairs ||= []) << pair } }

  def test_whoever_signs_out_follows_no_more
    id = place_of(@coach)
    followers, ((_, there), *) = Followers.new(db, notices: Deaf), screens(1)
    followers.add(@klass, there, followers.event(@klass)) { JauntyBell::Api::Accounts.signed_in?(db, id) }
    followers.look
    assert_equal 1, followers.size
    call(:post, "/api/account/logout")
    followers.look
    assert_equal [0, true], [followers.size, there.closed?]
  end

  def test_there_are_never_more_than_there_may_be
    followers = Followers.new(db, notices: Deaf)
    screens(Followers::MOST + 3).each { |_, there| followers.add(@klass, there, followers.event(@klass)) }
    assert_equal Followers::MOST, followers.size
    others = Array.new(Followers::MOST_OF_ALL / Followers::MOST) { [club, new_class[:id]] }
    others.each do |klass|
      screens(Followers::MOST).each { |_, there| followers.add(klass, there, followers.event(klass)) }
    end
    assert_equal Followers::MOST_OF_ALL, followers.size
  end
end

# News needs what is committed: a database of its own, and two of everything, as in two processes.
class FollowersElsewhereTest < Minitest::Test
  Followers = JauntyBell::Api::Followers
  Store = JauntyBell::Store

  def setup
    @club, @class_id = SecureRandom.uuid, SecureRandom.uuid
    db[:clubs].insert(id: @club, name: "Two", time_zone: "UTC", settings: Sequel.pg_jsonb({}))
    Store::Classes.new(db, @club).open(id: @class_id, card_id: nil, group_id: nil, coach_id: nil, title: "C",
      minutes: 60, starts_at: Clock.now)
    @here, there = UNIXSocket.pair
    @one, @two = Followers.new(db), Followers.new(Store::Database.open(TestDatabase.cluster.url("jaunty_followers")))
    @two.add([@club, @class_id], there, @two.event([@club, @class_id]))
    @heard = +""
  end

  def teardown
    @here.close
    db[:clubs].delete
  end

  def db = TestDatabase.open("jaunty_followers")

  def live(at) = db[:classes].where(id: @class_id).update(live: Sequel.pg_jsonb({"at" => at}))

  # Reads what the screen is told until that is there.
  def hear(at)
    Timeout.timeout(20) { @heard << @here.readpartial(10_000) until @heard.include?("data: {\"at\":#{at}}") }
  end

  def test_a_tap_on_one_is_on_the_screens_of_the_other
    live(1)
    # Until it listens, nobody knows when: told again each time
    Timeout.timeout(20) do
      until @heard.include?("\"at\":1}")
        @one.tell([@club, @class_id])
        @heard << @here.readpartial(10_000) if @here.wait_readable(0.1)
      end
    end
    live(2)
    @one.tell([@club, SecureRandom.uuid])
    @one.tell([@club, @class_id])
    hear(2)
  end

  # The database goes away and comes back: what was said meanwhile is told then.
  def test_what_was_missed_is_told
    hear_listening
    live(3)
    db[:pg_stat_activity].where(Sequel.lit("datname = current_database() AND pid <> pg_backend_pid()"))
      .select_map(Sequel.function(:pg_terminate_backend, :pid))
    hear(3)
  end

  def hear_listening
    live(0)
    until @heard.include?("\"at\":0}")
      @one.tell([@club, @class_id])
      @heard << @here.readpartial(10_000) if @here.wait_readable(0.1)
    end
  end
end
