require "support/database"
require_relative "../../demo/club"

# The demo club out, and in again as another club that is equal to it.
class WholeClubTest < StoreTest
  WholeClub = Store::WholeClub

  def test_out_and_in_again_is_equal
    JauntyBell::Demo::Club.new(db, today: Date.new(2026, 6, 15), now: Time.utc(2026, 6, 15, 23)).load(hash: "x")
    demo = db[:clubs].where(name: "Ticket Hall Boxing Co-op").get(:id)
    file = JSON.generate(WholeClub.of(db, demo))
    assert_raises(JauntyBell::Core::InvalidInput) { WholeClub.new(db).put(file) { "x" } }
    db[:clubs].where(id: demo).update(name: "Another by now")
    id = WholeClub.new(db).put(file) { flunk "they sign in on this server already" }
    assert_equal JSON.parse(file), JSON.parse(JSON.generate(WholeClub.of(db, id)))
    known = ->(club_id) {
      db[:masteries].where(club_id: club_id).order(:student_id, :combination_id, :rung)
        .select_map(%i[student_id combination_id rung clean rough due_after])
    }
    assert_equal known.call(demo), known.call(id), "what can be worked out is worked out again"
    assert_operator db[:marks].where(club_id: id).count, :>, 100
  end

  def test_no_password_leaves
    refute_match(/password|hash/, JSON.generate(WholeClub.of(db, club)))
  end

  def test_every_table_is_in_it_or_is_left_out_on_purpose
    left_out = %i[clubs accounts logins account_active_session_keys login_devices account_otp_keys
      account_recovery_codes account_webauthn_keys account_webauthn_user_ids resets invitations corners corner_devices
      server_notes schema_info masteries links counts processes plan_jobs partitioning moved_tokens
      foremost touched]
    assert_empty Store::Database.tables(db) - WholeClub::TABLES - left_out
  end

  def test_what_is_no_club
    ["", "[]", "{}", JSON.generate(format: "jaunty-bell club", version: 9, tables: {}),
      JSON.generate(format: "jaunty-bell club", version: 1, tables: {moon: []})].each do |file|
      assert_raises(JauntyBell::Core::InvalidInput, file) { WholeClub.new(db).put(file) { "x" } }
    end
    broken = WholeClub.of(db, club).then { |file| JSON.parse(JSON.generate(file)) }
    broken["tables"]["students"] =
      [{"id" => uuid, "group_id" => uuid, "name" => "Nobody's", "stance" => "orthodox", "level" => "building"}]
    assert_raises(JauntyBell::Core::InvalidInput) { WholeClub.new(db).put(broken) { "x" } }
    assert_equal 1, db[:clubs].where(name: "Sluice Gate Boxing").count, "nothing is half made"
  end

  def test_every_table_with_a_student_is_given_and_erased
    named = Store::Database.tables(db).select { |table| db.schema(table).to_h.key?(:student_id) }
    assert_empty named - Store::Privacy::OWN - %i[erasures foremost touched],
      "who was erased is written down when they are, without a name; what is kept of what comes first is read out of " \
      "the rest, and goes with them"
  end
end
