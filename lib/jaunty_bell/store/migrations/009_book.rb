# What the Book needs: what masteries and classes come to, kept so that pages need not work it out each time; sessions
# elsewhere and corrections with their trace; the staged return after a knock to the head; the heart's own numbers; who
# read and changed what is about health.
Sequel.migration do
  change do
    # Derived from marks; written by Store::Masteries alone.
    create_table :masteries do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :student_id, :uuid, null: false
      column :combination_id, :uuid, null: false
      String :rung, null: false
      Date :on, null: false
      Float :clean, null: false # faded sums on that day
      Float :rough, null: false
      Integer :attempted, null: false
      Integer :cleaned, null: false
      Integer :days, null: false
      TrueClass :held_last, null: false
      TrueClass :held_before, null: false
      Date :first_held
      Float :due_after
      Date :due_on
      Integer :half_life, null: false
      primary_key %i[club_id student_id combination_id rung]
      foreign_key %i[club_id student_id], :students, key: %i[club_id id], on_delete: :cascade
      foreign_key %i[club_id combination_id], :combinations, key: %i[club_id id]
    end

    # Links that broke, pooled over combinations; derived from marks, written by Store::Links alone.
    create_table :links do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :student_id, :uuid, null: false
      Integer :nth, null: false
      column :pair, :jsonb, null: false # the two actions
      Date :on, null: false
      Float :passed, null: false # faded sums on that day
      Float :broke, null: false
      column :spoils, "uuid[]", null: false
      primary_key %i[club_id student_id nth]
      foreign_key %i[club_id student_id], :students, key: %i[club_id id], on_delete: :cascade
    end

    # What a class came to, round by round; written by Store::Works alone, from the card as it was when the class was
    # closed.
    create_table :class_works do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :class_id, :uuid, null: false
      column :rounds, :jsonb, null: false
      primary_key %i[club_id class_id]
      foreign_key %i[club_id class_id], :classes, key: %i[club_id id], on_delete: :cascade
    end

    alter_table :students do
      add_column :half_life, Integer # days; nil: the school's
      add_column :heart_rest, Integer # beats a minute
      add_column :heart_max, Integer # as measured
      add_column :heart_weights, String # which of Banister's weights
      add_constraint :half_life_in_reason, Sequel.|({half_life: nil}, {half_life: 3..365})
      add_constraint :known_weights, Sequel.|({heart_weights: nil}, {heart_weights: %w[men women]})
      add_constraint :hearts_in_reason,
        Sequel.lit("(heart_rest IS NULL OR heart_rest BETWEEN 25 AND 120) AND (heart_max IS NULL OR heart_max " \
        "BETWEEN 100 AND 230) AND (heart_rest IS NULL OR heart_max IS NULL OR heart_rest < heart_max)")
    end

    alter_table :efforts do
      add_column :title, String # of a session elsewhere
      add_column :taken_back_at, :timestamptz
    end

    alter_table :marks do
      add_column :rubric, :jsonb # {what: fine (true) or not yet (false)}
      add_index %i[club_id student_id on]
    end

    alter_table :classes do
      add_column :erased, Integer, null: false, default: 0 # how many were there whose names are erased
    end

    # What was changed of a fact, by whom and why: facts themselves stay, corrected.
    create_table :corrections do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :id, :uuid, null: false
      column :student_id, :uuid, null: false
      String :what, null: false
      column :fact_id, :uuid, null: false
      column :before, :jsonb, null: false
      column :after, :jsonb # nil: taken back
      String :reason, null: false
      foreign_key :account_id, :accounts, type: :Bignum, on_delete: :set_null
      timestamptz :at, null: false, default: Sequel::CURRENT_TIMESTAMP
      primary_key %i[club_id id]
      foreign_key %i[club_id student_id], :students, key: %i[club_id id], on_delete: :cascade
      constraint :known_what, what: %w[efforts marks holds]
      constraint(:says_why) { Sequel.function(:btrim, :reason) !~ "" }
      index %i[club_id student_id at]
      index %i[club_id fact_id]
    end

    create_table :return_steps do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :id, :uuid, null: false
      column :hold_id, :uuid, null: false
      Integer :step, null: false
      Date :on, null: false
      TrueClass :symptoms, null: false, default: false
      foreign_key :account_id, :accounts, type: :Bignum, on_delete: :set_null
      timestamptz :at, null: false, default: Sequel::CURRENT_TIMESTAMP
      primary_key %i[club_id id]
      foreign_key %i[club_id hold_id], :holds, key: %i[club_id id], on_delete: :cascade
      constraint :known_step, step: 1..4
      index %i[club_id hold_id on]
    end

    create_table :clearances do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :hold_id, :uuid, null: false
      String :by, null: false # the clinician
      Date :on, null: false
      foreign_key :account_id, :accounts, type: :Bignum, on_delete: :set_null
      timestamptz :at, null: false, default: Sequel::CURRENT_TIMESTAMP
      primary_key %i[club_id hold_id]
      foreign_key %i[club_id hold_id], :holds, key: %i[club_id id], on_delete: :cascade
      constraint(:named) { Sequel.function(:btrim, :by) !~ "" }
    end

    create_table :health_audit do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :id, :bigint, null: false, identity: true
      column :student_id, :uuid, null: false
      foreign_key :account_id, :accounts, type: :Bignum, on_delete: :set_null
      String :did, null: false
      timestamptz :at, null: false, default: Sequel::CURRENT_TIMESTAMP
      primary_key %i[club_id id]
      foreign_key %i[club_id student_id], :students, key: %i[club_id id], on_delete: :cascade
      index %i[club_id student_id at]
    end
  end
end
