# Combinations on the shelf, cards and their rounds. A version rises with every edit (optimistic locking).
Sequel.migration do
  change do
    create_table :combinations do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :id, :uuid, null: false
      String :name, null: false
      column :meaning, :jsonb, null: false # the actions, never the digits: reads right in every numbering
      BigDecimal :complexity, size: [6, 2], null: false # derived from meaning; written by Store::Combinations alone
      Integer :version, null: false, default: 1
      timestamptz :archived_at
      timestamptz :created_at, null: false, default: Sequel::CURRENT_TIMESTAMP
      timestamptz :changed_at, null: false, default: Sequel::CURRENT_TIMESTAMP
      primary_key %i[club_id id]
      constraint(:named) { Sequel.function(:btrim, :name) !~ "" }
      constraint(:positive_version) { version > 0 }
      index %i[club_id name], unique: true, where: {archived_at: nil}, name: :combinations_name_on_the_shelf
    end

    create_table :cards do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :id, :uuid, null: false
      String :name, null: false
      Integer :minutes, null: false
      Integer :version, null: false, default: 1
      timestamptz :archived_at
      timestamptz :changed_at, null: false, default: Sequel::CURRENT_TIMESTAMP
      primary_key %i[club_id id]
      constraint(:named) { Sequel.function(:btrim, :name) !~ "" }
      constraint :class_length, minutes: 1..360
      index %i[club_id changed_at]
    end

    create_table :card_rounds do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :card_id, :uuid, null: false
      Integer :position, null: false
      String :block, null: false
      String :title, null: false
      column :combination_id, :uuid
      Integer :work_s, null: false
      Integer :rest_s, null: false
      Integer :explain_s, null: false
      BigDecimal :tempo, size: [6, 2], null: false
      BigDecimal :pause_s, size: [6, 3], null: false
      String :share, null: false
      TrueClass :both_sides, null: false
      BigDecimal :effort, size: [3, 1], null: false
      String :rung, null: false
      primary_key %i[club_id card_id position]
      foreign_key %i[club_id card_id], :cards, key: %i[club_id id], on_delete: :cascade
      foreign_key %i[club_id combination_id], :combinations, key: %i[club_id id]
      constraint :known_block,
        block: ["warm-up", "technique", "bag", "mitts", "pads", "partner", "circuit", "finisher", "cool-down"]
      constraint :known_share, share: %w[alone pairs]
      constraint :known_rung, rung: %w[air count clock move call answer]
      constraint :work_within_an_hour, work_s: 1..3600
      constraint :rest_within_an_hour, rest_s: 0..3600
      constraint :explain_within_an_hour, explain_s: 0..3600
      constraint :effort_on_the_scale, effort: 0..10
      constraint(:tempo_in_reason) { (tempo > 0) & (tempo <= 600) }
      constraint :pause_in_reason, pause_s: 0..60
      index %i[club_id combination_id]
    end
  end
end
