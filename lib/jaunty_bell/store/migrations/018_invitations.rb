# Coaches and assistants asked into a club: each by a code that is used once and ends by itself. Kept is what the code
# comes to, not the code.
Sequel.migration do
  change do
    create_table :invitations do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :id, :uuid, null: false
      String :role, null: false
      String :digest, null: false
      foreign_key :made_by, :accounts, type: :Bignum, on_delete: :set_null
      foreign_key :used_by, :accounts, type: :Bignum, on_delete: :set_null
      timestamptz :ends_at, null: false
      timestamptz :used_at
      timestamptz :taken_back_at
      primary_key %i[club_id id]
      constraint :known_role, role: %w[coach assistant]
      index :digest, unique: true
      index :made_by
      index :used_by
    end
  end
end
