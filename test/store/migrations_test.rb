require "support/database"

class MigrationsTest < StoreTest
  def test_every_table_of_the_club_leads_with_the_club
    tables = Store::Database.tables(db) - %i[schema_info server_notes clubs accounts logins account_active_session_keys
      login_devices account_otp_keys account_recovery_codes account_webauthn_keys account_webauthn_user_ids resets
      counts processes partitioning]
    tables.each do |table|
      key = db.fetch(<<~SQL, table: table.to_s).select_order_map(:column_name)
        SELECT a.attname AS column_name FROM pg_index i JOIN pg_attribute a ON a.attrelid = i.indrelid AND a.attnum = i.indkey[0]
        WHERE i.indrelid = CAST(:table AS regclass) AND i.indisprimary
      SQL
      assert_equal ["club_id"], key, "the primary key of #{table}"
    end
  end

  def test_migrating_again_changes_nothing
    assert Sequel::Migrator.is_current?(db, JauntyBell::Store::Database::MIGRATIONS)
  end
end
