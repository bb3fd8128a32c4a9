# Days on which the club is closed: classes on them are called off, and on again when the closure is taken back.
Sequel.migration do
  change do
    create_table :closures do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :id, :uuid, null: false
      String :name, null: false
      Date :from, null: false
      Date :to, null: false
      timestamptz :made_at, null: false, default: Sequel::CURRENT_TIMESTAMP
      primary_key %i[club_id id]
      constraint(:named) { Sequel.function(:btrim, :name) !~ "" }
      constraint(:in_order) { to >= from }
      index %i[club_id from]
    end

    alter_table :classes do
      add_column :closure_id, :uuid # what called it off
      add_index %i[club_id closure_id], where: Sequel.~(closure_id: nil), name: :classes_closed
    end
  end
end
