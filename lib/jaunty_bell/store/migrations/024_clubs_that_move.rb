# Clubs that have gone to another server, or come from one: what is asked of them here is passed on there, signed with a
# key that only the two servers have.
Sequel.migration do
  change do
    alter_table :clubs do
      add_column :moving_at, :timestamptz # nothing is written while it goes
      add_column :moved_to, String # the address of the server it is on
      add_column :moved_key, String
      add_column :arrived_key, String # of the server it came from
    end

    # Digests of the codes and tokens of students' pages of clubs that have gone.
    create_table :moved_tokens do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      String :digest, null: false
      primary_key %i[club_id digest]
      index :digest, unique: true
    end
  end
end
