# Drills that are read (each feed with its answer) and traded; flows; a club's own exercises; which feed a mark was of,
# and who was last to finish an exchange. A drill that was called "read" before had nothing to read: it is called.
Sequel.migration do
  up do
    alter_table :drills do
      add_column :trade, :jsonb # {turn, sets, begins, expected}
      add_column :intensity, String
    end
    alter_table :drill_combinations do
      add_column :feed, String
    end
    from(:drills).where(manner: "read").update(manner: "called")
    alter_table(:marks) { add_column :feed, String }

    create_table :flows do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :id, :uuid, null: false
      String :name, null: false
      column :phases, :jsonb, null: false
      Integer :version, null: false, default: 1
      timestamptz :archived_at
      timestamptz :changed_at, null: false, default: Sequel::CURRENT_TIMESTAMP
      primary_key %i[club_id id]
      constraint(:named) { Sequel.function(:btrim, :name) !~ "" }
      index %i[club_id name], unique: true, where: {archived_at: nil}, name: :flows_name_on_the_shelf
    end

    create_table :exercises do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      String :id, null: false
      column :entry, :jsonb, null: false
      primary_key %i[club_id id]
    end

    # Who was last to finish an exchange of a trade.
    create_table :tallies do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :id, :uuid, null: false
      column :class_id, :uuid, null: false
      Integer :round, null: false
      column :student_id, :uuid, null: false
      timestamptz :at, null: false
      timestamptz :taken_back_at
      primary_key %i[club_id id]
      foreign_key %i[club_id class_id], :classes, key: %i[club_id id]
      foreign_key %i[club_id student_id], :students, key: %i[club_id id]
      index %i[club_id class_id]
      index %i[club_id student_id]
    end
  end

  down do
    drop_table :tallies, :exercises, :flows
    alter_table(:marks) { drop_column :feed }
    alter_table(:drill_combinations) { drop_column :feed }
    alter_table :drills do
      drop_column :trade
      drop_column :intensity
    end
  end
end
