require "support/api"

# When a change is said to be kept, and what is said where the database is away.
class AcknowledgedTest < ApiTest
  # Not held against the contract: that a server is away may be said at any address.
  def app = ->(env) { built(@copies || "one").call(env) }

  def built(copies) =
    (@built ||= {})[copies] ||= JauntyBell::Api::Server.build(db, secret: SECRET, copies: copies)

  # There is no second machine: the tests' own server has none that follows.
  def alone(copies)
    @copies, patience = copies, JauntyBell::Store::Copies::PATIENCE
    JauntyBell::Store::Copies.send(:remove_const, :PATIENCE)
    JauntyBell::Store::Copies.const_set(:PATIENCE, 0.05)
    yield
  ensure
    JauntyBell::Store::Copies.send(:remove_const, :PATIENCE)
    JauntyBell::Store::Copies.const_set(:PATIENCE, patience)
  end

  def tell = call(:post, "/api/floor/classes/#{@class_id ||= new_class[:id]}/facts",
    notes: [{id: uuid, student_id: nil, text: "Seen", at: Clock.now.iso8601}])

  def test_a_fact_is_refused_for_now_while_one_machine_alone_has_it
    alone("two") do
      tell
      assert_refused 503, says: /on one machine so far/
      call(:post, "/api/groups", id: uuid, name: "Late")
      assert_equal 201, status, "any other change is done, and said to be"
      call(:get, "/api/groups")
      assert_equal 200, status
    end
  end

  def test_two_or_alone_and_one_do_not_wait
    %w[two-or-alone one].each do |copies|
      alone(copies) { tell }
      assert_equal 200, status, copies
    end
  end

  # Whatever asked it: rooms, signing in, the look whether somebody is signed in.
  def test_where_the_database_is_away_it_is_said_everywhere
    away = ->(*) { raise Sequel::DatabaseConnectionError, "gone" }
    JauntyBell::Store::School.stub(:account, away) { call(:get, "/api/session") }
    assert_refused 503, says: /cannot be reached/
    JauntyBell::Store::People.stub(:new, away) { call(:get, "/api/floor/people") }
    assert_refused 503, says: /sent again by itself/
    JauntyBell::Api::Throttle.stub(:may_try?, away) { sign_in(@coach) }
    assert_refused 503
  end

  STATES = {"25006" => true, "53100" => true, "57P01" => true, "57P03" => true, "55000" => true, "58030" => true,
            "23505" => false, "22001" => false, "42601" => false, "" => false}.freeze

  def error(state)
    result = Struct.new(:state) { def error_field(_) = state }.new(state)
    cause = Struct.new(:result).new(result)
    Sequel::DatabaseError.new("x").tap { |made| made.define_singleton_method(:wrapped_exception) { cause } }
  end

  def test_what_means_that_it_is_away
    STATES.each { |state, away| assert_equal away, JauntyBell::Store::Away === error(state), state }
    refute_operator JauntyBell::Store::Away, :===, RuntimeError.new("x")
    assert_match(/disk is full/, JauntyBell::Api::Errors.away(db, error("53100")).last.first)
  end
end
