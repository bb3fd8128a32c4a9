# Classes held, and the facts of them. Facts are appended with ids made by the device: sent twice, stored once.
Sequel.migration do
  change do
    create_table :classes do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :id, :uuid, null: false
      column :card_id, :uuid
      column :group_id, :uuid
      foreign_key :coach_id, :accounts, type: :Bignum, on_delete: :set_null
      String :title, null: false
      Integer :minutes, null: false
      timestamptz :starts_at, null: false
      timestamptz :ended_at
      primary_key %i[club_id id]
      foreign_key %i[club_id card_id], :cards, key: %i[club_id id]
      foreign_key %i[club_id group_id], :groups, key: %i[club_id id]
      constraint :class_length, minutes: 1..360
      index %i[club_id starts_at]
    end

    create_table :attendances do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :id, :uuid, null: false
      column :class_id, :uuid, null: false
      column :student_id, :uuid, null: false
      timestamptz :at, null: false
      primary_key %i[club_id id]
      foreign_key %i[club_id class_id], :classes, key: %i[club_id id]
      foreign_key %i[club_id student_id], :students, key: %i[club_id id]
      unique %i[club_id class_id student_id]
      index %i[club_id student_id at]
    end

    create_table :round_runs do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :id, :uuid, null: false
      column :class_id, :uuid, null: false
      Integer :round, null: false
      String :title, null: false
      column :combination_id, :uuid
      Integer :worked_s, null: false
      String :outcome, null: false
      timestamptz :at, null: false
      primary_key %i[club_id id]
      foreign_key %i[club_id class_id], :classes, key: %i[club_id id]
      foreign_key %i[club_id combination_id], :combinations, key: %i[club_id id]
      constraint :known_outcome, outcome: %w[done skipped cut]
      constraint :worked_within_reason, worked_s: 0..7200
      index %i[club_id class_id]
    end

    create_table :marks do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :id, :uuid, null: false
      column :class_id, :uuid
      column :student_id, :uuid, null: false
      column :combination_id, :uuid, null: false
      foreign_key :coach_id, :accounts, type: :Bignum, on_delete: :set_null
      String :rung, null: false
      Date :on, null: false
      Integer :attempted, null: false
      Integer :clean, null: false
      timestamptz :at, null: false
      timestamptz :taken_back_at
      primary_key %i[club_id id]
      foreign_key %i[club_id class_id], :classes, key: %i[club_id id]
      foreign_key %i[club_id student_id], :students, key: %i[club_id id]
      foreign_key %i[club_id combination_id], :combinations, key: %i[club_id id]
      constraint :known_rung, rung: %w[air count clock move call answer]
      constraint :attempted_in_reason, attempted: 1..1000
      constraint(:clean_of_attempted) { (clean >= 0) & (clean <= attempted) }
      index %i[club_id student_id combination_id rung on]
    end

    create_table :efforts do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :id, :uuid, null: false
      column :class_id, :uuid
      column :student_id, :uuid, null: false
      Date :on, null: false
      BigDecimal :effort, size: [3, 1], null: false
      Integer :minutes, null: false
      TrueClass :estimated, null: false, default: false # the coach's estimate, not the student's own
      timestamptz :at, null: false
      primary_key %i[club_id id]
      foreign_key %i[club_id class_id], :classes, key: %i[club_id id]
      foreign_key %i[club_id student_id], :students, key: %i[club_id id]
      constraint :effort_on_the_scale, effort: 0..10
      constraint :minutes_in_reason, minutes: 0..360
      index %i[club_id student_id on]
    end
  end
end
