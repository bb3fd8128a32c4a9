# One history of a class: people come, go and come back, each a fact; facts are taken back by a fact of their own;
# rounds that two devices told count once;
# a class keeps the card it was begun from. And what stays of somebody who was erased: who erased whom, when.
Sequel.migration do
  up do
    alter_table :attendances do
      drop_constraint :attendances_club_id_class_id_student_id_key
      add_column :taken_back_at, :timestamptz
      add_index %i[club_id class_id student_id]
    end
    create_view :presences, <<~SQL
      SELECT club_id, class_id, student_id, min(at) AS at FROM attendances WHERE taken_back_at IS NULL GROUP BY club_id, class_id, student_id
    SQL

    alter_table :round_runs do
      add_column :device, :uuid # that told it; nil: from before devices were known, or from a file
      add_column :counts, TrueClass, null: false, default: true # written by Store::History alone
    end

    alter_table :classes do
      add_column :card_version, Integer # of the card it was begun from; nil before the first bell
    end

    # Which device took the lead of a class, and when.
    create_table :leads do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :class_id, :uuid, null: false
      Integer :nth, null: false
      column :device, :uuid, null: false
      timestamptz :at, null: false
      primary_key %i[club_id class_id nth]
      foreign_key %i[club_id class_id], :classes, key: %i[club_id id], on_delete: :cascade
    end

    # Facts that were taken back, told by their ids: the fact itself may come later, or again.
    create_table :retractions do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :fact_id, :uuid, null: false
      column :class_id, :uuid, null: false
      timestamptz :at, null: false
      primary_key %i[club_id fact_id]
      foreign_key %i[club_id class_id], :classes, key: %i[club_id id], on_delete: :cascade
      index %i[club_id class_id]
    end

    create_table :erasures do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :student_id, :uuid, null: false
      foreign_key :account_id, :accounts, type: :Bignum, on_delete: :set_null
      timestamptz :at, null: false
      primary_key %i[club_id student_id]
    end
  end

  down do
    drop_table :erasures, :retractions, :leads
    alter_table(:classes) { drop_column :card_version }
    alter_table(:round_runs) do
      drop_column :counts
      drop_column :device
    end
    drop_view :presences
    alter_table(:attendances) do
      drop_index %i[club_id class_id student_id]
      drop_column :taken_back_at
    end
  end
end
