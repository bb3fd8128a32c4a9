# Whoever signs in, once on a server: with a password or a passkey, in one club or in several. What was an account
# becomes somebody's place in a club: their name and role there. With it what Rodauth keeps of second factors, codes and
# resets, and which devices somebody has signed in from.
Sequel.migration do
  up do
    create_table :logins do
      primary_key :id, type: :Bignum
      Integer :status_id, null: false, default: 2
      column :email, :citext, null: false
      String :password_hash, null: false
      constraint :email_shape, Sequel.lit("email ~ '^[^,;@ \r\n]+@[^,@; \r\n]+$'")
      index :email, unique: true
    end
    run "INSERT INTO logins (id, email, password_hash) SELECT id, email, password_hash FROM accounts"
    run "SELECT setval(pg_get_serial_sequence('logins', 'id'), (SELECT coalesce(max(id), 0) + 1 FROM logins), false)"

    alter_table :accounts do
      add_foreign_key :login_id, :logins, type: :Bignum, on_delete: :cascade
      add_column :chosen_at, :timestamptz # when they last went to this club
    end
    run "UPDATE accounts SET login_id = id"
    alter_table :accounts do
      set_column_not_null :login_id
      add_index %i[login_id club_id], unique: true
      drop_column :email
      drop_column :password_hash
    end

    drop_table :account_lockouts, :account_login_failures
    alter_table :account_active_session_keys do
      drop_foreign_key [:account_id]
      add_foreign_key [:account_id], :logins, on_delete: :cascade
      add_column :device, :uuid # of login_devices
      add_foreign_key :club_id, :clubs, type: :uuid, on_delete: :set_null # in which of their clubs they are
    end

    create_table :login_devices do
      foreign_key :login_id, :logins, type: :Bignum, null: false, on_delete: :cascade
      column :id, :uuid, null: false
      String :digest, null: false # of what its cookie says
      String :name, null: false # as its browser calls itself
      String :address, null: false
      timestamptz :first_at, null: false
      timestamptz :last_at, null: false
      timestamptz :told_at # when somebody saw that it had signed in
      primary_key %i[login_id id]
    end

    create_table :account_otp_keys do
      foreign_key :id, :logins, primary_key: true, type: :Bignum, on_delete: :cascade
      String :key, null: false
      Integer :num_failures, null: false, default: 0
      Time :last_use, null: false, default: Sequel::CURRENT_TIMESTAMP
    end

    create_table :account_recovery_codes do
      foreign_key :id, :logins, type: :Bignum, on_delete: :cascade
      String :code
      primary_key %i[id code]
    end

    create_table :account_webauthn_user_ids do
      foreign_key :id, :logins, primary_key: true, type: :Bignum, on_delete: :cascade
      String :webauthn_id, null: false
    end

    create_table :account_webauthn_keys do
      foreign_key :account_id, :logins, type: :Bignum, on_delete: :cascade
      String :webauthn_id
      String :public_key, null: false
      Integer :sign_count, null: false
      Time :last_use, null: false, default: Sequel::CURRENT_TIMESTAMP
      String :name, null: false, default: "passkey"
      primary_key %i[account_id webauthn_id]
    end

    # A way back in for who has lost their password: by mail or by word of mouth, once, within a while.
    create_table :resets do
      foreign_key :login_id, :logins, primary_key: true, type: :Bignum, on_delete: :cascade
      String :digest, null: false
      String :told_by, null: false # mail, owner or server
      timestamptz :ends_at, null: false
      index :digest, unique: true
    end
  end

  down do
    drop_table :resets, :account_webauthn_keys, :account_webauthn_user_ids, :account_recovery_codes, :account_otp_keys,
      :login_devices
    alter_table :account_active_session_keys do
      drop_column :device
      drop_column :club_id
      drop_foreign_key [:account_id]
    end
    alter_table :accounts do
      add_column :email, :citext
      add_column :password_hash, String
    end
    # Somebody in several clubs keeps the first one
    run "DELETE FROM accounts a USING accounts b WHERE a.login_id = b.login_id AND a.id > b.id"
    run "UPDATE accounts SET email = logins.email, password_hash = logins.password_hash " \
      "FROM logins WHERE logins.id = login_id"
    run "UPDATE account_active_session_keys k SET account_id = accounts.id " \
      "FROM accounts WHERE accounts.login_id = k.account_id"
    alter_table :accounts do
      set_column_not_null :email
      set_column_not_null :password_hash
      add_constraint :email_shape, Sequel.lit("email ~ '^[^,;@ \r\n]+@[^,@; \r\n]+$'")
      add_index :email, unique: true
      drop_column :login_id
      drop_column :chosen_at
    end
    alter_table(:account_active_session_keys) { add_foreign_key [:account_id], :accounts, on_delete: :cascade }
    create_table :account_login_failures do
      foreign_key :id, :accounts, primary_key: true, type: :Bignum, on_delete: :cascade
      Integer :number, null: false, default: 1
    end
    create_table :account_lockouts do
      foreign_key :id, :accounts, primary_key: true, type: :Bignum, on_delete: :cascade
      String :key, null: false
      DateTime :deadline, null: false
      DateTime :email_last_sent
    end
    drop_table :logins
  end
end
