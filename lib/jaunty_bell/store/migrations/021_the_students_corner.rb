# A page of each student's own, or of a junior's guardian, opened by a code on up to three devices; a guardian's
# consent; and what is told there: who comes late or not at all, homework, how they are, what hurts, and what they ask
# of the club.
Sequel.migration do
  change do
    alter_table :students do
      add_column :consent_by, String # the guardian who consents to a page of the junior's
      add_column :consent_on, Date
      add_constraint :consent_is_whole, Sequel.lit("(consent_by IS NULL) = (consent_on IS NULL)")
    end

    alter_table :efforts do
      add_column :by_student, TrueClass, null: false, default: false # told on their own page
      add_column :homework_id, :uuid
    end

    # Kept is what the code comes to, not the code.
    create_table :corners do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :id, :uuid, null: false
      column :student_id, :uuid, null: false
      TrueClass :guardian, null: false, default: false
      String :digest, null: false
      foreign_key :made_by, :accounts, type: :Bignum, on_delete: :set_null
      timestamptz :made_at, null: false, default: Sequel::CURRENT_TIMESTAMP
      timestamptz :ends_at, null: false
      timestamptz :ended_at
      primary_key %i[club_id id]
      foreign_key %i[club_id student_id], :students, key: %i[club_id id], on_delete: :cascade
      index :digest, unique: true
      index %i[club_id student_id guardian], unique: true, where: {ended_at: nil}, name: :corners_one_open
      index :made_by
    end

    create_table :corner_devices do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :id, :uuid, null: false
      column :corner_id, :uuid, null: false
      String :digest, null: false
      String :name, null: false
      timestamptz :opened_at, null: false, default: Sequel::CURRENT_TIMESTAMP
      timestamptz :last_at, null: false, default: Sequel::CURRENT_TIMESTAMP
      primary_key %i[club_id id]
      foreign_key %i[club_id corner_id], :corners, key: %i[club_id id], on_delete: :cascade
      index :digest, unique: true
      index %i[club_id corner_id]
    end

    # That somebody comes late to a class, or not; the last word stands.
    create_table :comings do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :class_id, :uuid, null: false
      column :student_id, :uuid, null: false
      String :word, null: false
      Integer :minutes # by which they are late
      timestamptz :at, null: false
      primary_key %i[club_id class_id student_id]
      foreign_key %i[club_id class_id], :classes, key: %i[club_id id], on_delete: :cascade
      foreign_key %i[club_id student_id], :students, key: %i[club_id id], on_delete: :cascade
      index %i[club_id student_id]
      constraint :known_word, word: ["coming", "late", "not coming"]
      constraint :late_in_reason, Sequel.lit("minutes IS NULL OR (word = 'late' AND minutes BETWEEN 1 AND 180)")
    end

    # How they are on a day, where the club asks.
    create_table :wellbeings do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :student_id, :uuid, null: false
      Date :on, null: false
      Integer :sleep
      Integer :soreness
      Integer :mood
      timestamptz :at, null: false
      primary_key %i[club_id student_id on]
      foreign_key %i[club_id student_id], :students, key: %i[club_id id], on_delete: :cascade
      constraint :one_to_five, Sequel.lit("coalesce(sleep, 1) BETWEEN 1 AND 5 AND coalesce(soreness, 1) BETWEEN 1 " \
        "AND 5 AND coalesce(mood, 1) BETWEEN 1 AND 5 AND num_nonnulls(sleep, soreness, mood) > 0")
    end

    # That a coach asks once more how hard a class was.
    create_table :asked_again do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :class_id, :uuid, null: false
      foreign_key :account_id, :accounts, type: :Bignum, on_delete: :set_null
      timestamptz :at, null: false
      primary_key %i[club_id class_id]
      foreign_key %i[club_id class_id], :classes, key: %i[club_id id], on_delete: :cascade
      index :account_id
    end

    # A class alone: as it was asked for, as it was made, and what was done of it in the student's own word.
    create_table :homeworks do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :id, :uuid, null: false
      column :student_id, :uuid, null: false
      foreign_key :set_by, :accounts, type: :Bignum, on_delete: :set_null
      Date :on, null: false
      Date :due_on
      Integer :minutes, null: false
      column :home, :jsonb, null: false
      column :made, :jsonb, null: false
      String :signature, null: false
      timestamptz :at, null: false
      timestamptz :done_at
      Integer :done_s
      Float :effort
      primary_key %i[club_id id]
      foreign_key %i[club_id student_id], :students, key: %i[club_id id], on_delete: :cascade
      index %i[club_id student_id on]
      index :set_by
      constraint :in_reason, Sequel.lit("minutes BETWEEN 5 AND 45 AND (done_s IS NULL OR done_s BETWEEN 0 AND 7200) " \
        "AND (effort IS NULL OR effort BETWEEN 0 AND 10) AND (done_at IS NULL) = (done_s IS NULL)")
    end

    # What was told on a student's page that a coach must see: a knock, an injury, a wish to correct or to erase.
    create_table :tidings do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :id, :uuid, null: false
      column :student_id, :uuid, null: false
      String :kind, null: false
      String :matter
      String :text, null: false, default: ""
      TrueClass :guardian, null: false, default: false
      timestamptz :at, null: false
      timestamptz :seen_at
      foreign_key :seen_by, :accounts, type: :Bignum, on_delete: :set_null
      String :answer
      primary_key %i[club_id id]
      foreign_key %i[club_id student_id], :students, key: %i[club_id id], on_delete: :cascade
      index %i[club_id student_id]
      index :seen_by
      index %i[club_id at], where: {seen_at: nil}, name: :tidings_unseen
      constraint :known_kind, kind: %w[hurt correct erase]
    end
  end
end
