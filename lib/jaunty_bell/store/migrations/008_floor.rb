# What the Floor needs to know of a student, and the further facts of a class: who left, who worked with whom, what was
# called, notes and knocks, what a sensor heard; and where the class stands now, for whoever follows it.
Sequel.migration do
  change do
    alter_table :students do
      add_column :kg, Integer
      add_column :born_on, Date
      add_column :stance_wish, String # the stance wanted opposite
      add_column :emergency_name, String, null: false, default: ""
      add_column :emergency_phone, String, null: false, default: ""
      add_column :guardian, String, null: false, default: ""
      add_constraint :kg_in_reason, Sequel.|({kg: nil}, {kg: 10..300})
      add_constraint :known_wish, Sequel.|({stance_wish: nil}, {stance_wish: %w[same other]})
    end

    # Two who are never put together, the lesser id first.
    create_table :kept_apart do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :one_id, :uuid, null: false
      column :two_id, :uuid, null: false
      primary_key %i[club_id one_id two_id]
      foreign_key %i[club_id one_id], :students, key: %i[club_id id], on_delete: :cascade
      foreign_key %i[club_id two_id], :students, key: %i[club_id id], on_delete: :cascade
      constraint(:in_order) { one_id < two_id }
      index %i[club_id two_id]
    end

    # A club's own spoken words, each a WAV.
    create_table :voices do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      String :word, null: false
      column :wave, :bytea, null: false
      Integer :ms, null: false
      primary_key %i[club_id word]
      constraint(:lasts) { ms > 0 }
    end

    alter_table :marks do
      add_column :broke_at, Integer # the link where the set broke: 0 between the first action and the second
      add_constraint :link_in_reason, Sequel.|({broke_at: nil}, {broke_at: 0..62})
      add_index %i[club_id class_id]
    end

    alter_table(:efforts) { add_index %i[club_id class_id] }

    alter_table :classes do
      add_column :live, :jsonb # which device leads, where the class stands, and when it said so
    end

    create_table :departures do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :id, :uuid, null: false
      column :class_id, :uuid, null: false
      column :student_id, :uuid, null: false
      timestamptz :at, null: false
      primary_key %i[club_id id]
      foreign_key %i[club_id class_id], :classes, key: %i[club_id id]
      foreign_key %i[club_id student_id], :students, key: %i[club_id id]
      index %i[club_id class_id]
    end

    # Two, or three of an odd class, who worked together.
    create_table :pairings do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :id, :uuid, null: false
      column :class_id, :uuid, null: false
      column :student_ids, "uuid[]", null: false
      timestamptz :at, null: false
      primary_key %i[club_id id]
      foreign_key %i[club_id class_id], :classes, key: %i[club_id id]
      constraint(:two_or_three) { Sequel.lit("cardinality(student_ids) BETWEEN 2 AND 3") }
      index %i[club_id class_id]
      index :student_ids, type: :gin
    end

    create_table :calls do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :id, :uuid, null: false
      column :class_id, :uuid, null: false
      Integer :round, null: false
      column :combination_id, :uuid, null: false
      timestamptz :at, null: false
      primary_key %i[club_id id]
      foreign_key %i[club_id class_id], :classes, key: %i[club_id id]
      foreign_key %i[club_id combination_id], :combinations, key: %i[club_id id]
      index %i[club_id class_id]
    end

    create_table :notes do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :id, :uuid, null: false
      column :class_id, :uuid, null: false
      column :student_id, :uuid # of one student, or of the class
      foreign_key :coach_id, :accounts, type: :Bignum, on_delete: :set_null
      String :text, null: false
      timestamptz :at, null: false
      primary_key %i[club_id id]
      foreign_key %i[club_id class_id], :classes, key: %i[club_id id]
      foreign_key %i[club_id student_id], :students, key: %i[club_id id]
      constraint(:says_something) { Sequel.function(:btrim, :text) !~ "" }
      index %i[club_id student_id at]
      index %i[club_id class_id]
    end

    create_table :knocks do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :id, :uuid, null: false
      column :class_id, :uuid, null: false
      column :student_id, :uuid, null: false
      foreign_key :coach_id, :accounts, type: :Bignum, on_delete: :set_null
      String :matter, null: false
      String :text, null: false, default: "" # for coaches, not for assistants
      timestamptz :at, null: false
      primary_key %i[club_id id]
      foreign_key %i[club_id class_id], :classes, key: %i[club_id id]
      foreign_key %i[club_id student_id], :students, key: %i[club_id id]
      index %i[club_id student_id at]
      index %i[club_id class_id]
    end

    # What a strike sensor or a heart-rate strap heard of one student in one round.
    create_table :recordings do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :id, :uuid, null: false
      column :class_id, :uuid, null: false
      column :student_id, :uuid, null: false
      Integer :round, null: false
      String :kind, null: false
      # [[ms from the bell, hand, peak g], …] or [[ms from the bell, beats a minute], …]
      column :samples, :jsonb, null: false
      timestamptz :at, null: false
      primary_key %i[club_id id]
      foreign_key %i[club_id class_id], :classes, key: %i[club_id id]
      foreign_key %i[club_id student_id], :students, key: %i[club_id id]
      constraint :known_kind, kind: %w[strikes heart]
      index %i[club_id student_id at]
      index %i[club_id class_id]
    end
  end
end
