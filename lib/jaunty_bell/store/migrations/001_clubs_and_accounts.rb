# Clubs, and the accounts of those who work in them. Every later table leads with the club.
Sequel.migration do
  change do
    run "CREATE EXTENSION IF NOT EXISTS citext"

    create_table :clubs do
      column :id, :uuid, primary_key: true
      String :name, null: false
      String :time_zone, null: false
      column :settings, :jsonb, null: false, default: "{}"
      constraint(:named) { Sequel.function(:btrim, :name) !~ "" }
    end

    # Rodauth keeps this table (docs/decisions.md, "Accounts"); ids are its own.
    create_table :accounts do
      primary_key :id, type: :Bignum
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      Integer :status_id, null: false, default: 2
      column :email, :citext, null: false
      String :password_hash, null: false
      String :name, null: false
      String :role, null: false
      constraint :known_role, role: %w[owner coach assistant]
      constraint :email_shape, Sequel.lit("email ~ '^[^,;@ \r\n]+@[^,@; \r\n]+$'")
      index :email, unique: true
      index %i[club_id id], unique: true
    end

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

    create_table :account_active_session_keys do
      foreign_key :account_id, :accounts, type: :Bignum, on_delete: :cascade
      String :session_id
      Time :created_at, null: false, default: Sequel::CURRENT_TIMESTAMP
      Time :last_use, null: false, default: Sequel::CURRENT_TIMESTAMP
      primary_key %i[account_id session_id]
    end
  end
end
