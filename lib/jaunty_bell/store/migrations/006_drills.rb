# Drills: a pool of combinations on an implement in a manner.
Sequel.migration do
  change do
    create_table :drills do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :id, :uuid, null: false
      String :name, null: false
      String :implement, null: false
      String :manner, null: false
      BigDecimal :tempo, size: [6, 2], null: false
      BigDecimal :pause_s, size: [6, 3], null: false
      TrueClass :both_sides, null: false, default: false
      column :rungs, "text[]", null: false
      Integer :count
      Integer :on_s
      Integer :off_s
      String :rest, null: false, default: "still"
      String :ladder, null: false, default: "up"
      TrueClass :breathing, null: false, default: true
      column :kit, "text[]" # as edited; the usual one where it is null
      column :holder_cues, "text[]"
      column :cautions, "text[]"
      Integer :version, null: false, default: 1
      timestamptz :archived_at
      timestamptz :changed_at, null: false, default: Sequel::CURRENT_TIMESTAMP
      primary_key %i[club_id id]
      constraint(:named) { Sequel.function(:btrim, :name) !~ "" }
      constraint(:tempo_in_reason) { (tempo > 0) & (tempo <= 600) }
      constraint :pause_in_reason, pause_s: 0..60
      constraint :inner_interval,
        Sequel.lit("(on_s IS NULL AND off_s IS NULL) OR (on_s BETWEEN 1 AND 600 AND off_s BETWEEN 1 AND 600)")
      index %i[club_id name], unique: true, where: {archived_at: nil}, name: :drills_name_on_the_shelf
    end

    # The pool in order; `at_rungs` are those at which this one is drilled instead of the first.
    create_table :drill_combinations do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :drill_id, :uuid, null: false
      Integer :position, null: false
      column :combination_id, :uuid, null: false
      column :at_rungs, "text[]", null: false, default: Sequel.lit("'{}'")
      primary_key %i[club_id drill_id position]
      foreign_key %i[club_id drill_id], :drills, key: %i[club_id id], on_delete: :cascade
      foreign_key %i[club_id combination_id], :combinations, key: %i[club_id id]
      index %i[club_id combination_id]
    end
  end
end
