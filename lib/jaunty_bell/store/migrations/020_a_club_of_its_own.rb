# What a club says of itself: its country, the hours of its groups; groups that are closed, students in several groups,
# who paused, who left; and how far it has come in opening.
Sequel.migration do
  change do
    alter_table :clubs do
      add_column :country, String # two letters, as ISO 3166 has them
      add_column :region, String # of its public holidays, as they are named there
      add_column :opening, :jsonb # what of the walk was passed over; nil where there is no walk
    end

    alter_table(:groups) { add_column :closed_on, Date }
    alter_table(:students) { add_column :left_on, Date }

    # When a group trains in an ordinary week.
    create_table :group_hours do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :id, :uuid, null: false
      column :group_id, :uuid, null: false
      Integer :day, null: false # 1 Monday to 7
      String :at, null: false # 18:30 on the clock on the wall
      Integer :minutes, null: false
      String :room
      foreign_key :coach_id, :accounts, type: :Bignum, on_delete: :set_null
      primary_key %i[club_id id]
      foreign_key %i[club_id group_id], :groups, key: %i[club_id id], on_delete: :cascade
      constraint :weekday, day: 1..7
      constraint :length, minutes: 5..300
      constraint :time_of_day, Sequel.lit("at ~ '^([01][0-9]|2[0-3]):[0-5][0-9]$'")
      index %i[club_id group_id]
      index :coach_id
    end

    # A group that a student trains with besides their own.
    create_table :also_in do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :student_id, :uuid, null: false
      column :group_id, :uuid, null: false
      Date :since, null: false
      primary_key %i[club_id student_id group_id]
      foreign_key %i[club_id student_id], :students, key: %i[club_id id], on_delete: :cascade
      foreign_key %i[club_id group_id], :groups, key: %i[club_id id], on_delete: :cascade
      index %i[club_id group_id]
    end

    # Days on which a student was not expected, though they belong: a journey, an injury, exams.
    create_table :pauses do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :id, :uuid, null: false
      column :student_id, :uuid, null: false
      Date :from, null: false
      Date :to # the last day; nil: until they are back
      primary_key %i[club_id id]
      foreign_key %i[club_id student_id], :students, key: %i[club_id id], on_delete: :cascade
      index %i[club_id student_id]
      constraint(:in_order) { (to =~ nil) | (to >= from) }
    end
  end
end
