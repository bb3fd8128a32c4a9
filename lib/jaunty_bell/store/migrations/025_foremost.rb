# What comes first of what is worth a word with each student, as it was worked out last (Store::Foremost), and whose
# facts have been touched since. Both without a log: empty after a crash or on a server that took over, and worked out
# again.
Sequel.migration do
  of_students = %i[efforts attendances masteries pauses holds]
  read = {insert: "NEW TABLE AS changed", update: "OLD TABLE AS was NEW TABLE AS changed",
          delete: "OLD TABLE AS changed"}
  touch = "INSERT INTO touched (club_id, student_id)"
  functions = {
    touch_students: "#{touch} SELECT DISTINCT club_id, student_id FROM changed;",
    # a row may become another student's
    touch_both: "#{touch} SELECT club_id, student_id FROM changed UNION SELECT club_id, student_id FROM was;",
    touch_themselves: "#{touch} SELECT club_id, id FROM changed;",
    touch_those_of_class: "#{touch} SELECT DISTINCT club_id, student_id FROM attendances " \
      "WHERE club_id = NEW.club_id AND class_id = NEW.id;",
    touch_everybody: "#{touch} VALUES (NEW.club_id, NULL);",
    touch_club: "#{touch} VALUES (NEW.id, NULL);"
  }
  # What changes it of whole classes, groups and clubs: {table => [columns, function]}
  by_row = {classes: [%i[ended_at starts_at], :touch_those_of_class], groups: [%i[juniors], :touch_everybody],
            clubs: [%i[settings time_zone], :touch_club]}

  up do
    create_table :foremost, unlogged: true do
      column :club_id, :uuid, null: false
      column :student_id, :uuid, null: false
      Date :on, null: false
      String :kind # of Core::Book::Pointers; nil where nobody need say anything
      column :seen, :pg_snapshot, null: false # what was finished before it was worked out
      primary_key %i[club_id student_id]
      foreign_key %i[club_id student_id], :students, key: %i[club_id id], on_delete: :cascade
    end

    create_table :touched, unlogged: true do
      column :club_id, :uuid, null: false
      Bignum :nth, identity: :always
      column :student_id, :uuid # nil: everybody in the club
      column :by, :xid8, null: false, default: Sequel.function(:pg_current_xact_id)
      timestamptz :at, null: false, default: Sequel.function(:clock_timestamp)
      primary_key %i[club_id nth]
      index %i[club_id student_id]
      index :at
    end

    functions.each do |name, does|
      run "CREATE FUNCTION #{name}() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN #{does} RETURN NULL; END $$"
    end
    of_students.each do |table|
      read.each do |change, rows|
        function = (change == :update) ? :touch_both : :touch_students
        run "CREATE TRIGGER touch_#{change} AFTER #{change} ON #{table} REFERENCING #{rows} " \
          "FOR EACH STATEMENT EXECUTE FUNCTION #{function}()"
      end
    end
    run "CREATE TRIGGER touch_update AFTER UPDATE ON students REFERENCING NEW TABLE AS changed " \
      "FOR EACH STATEMENT EXECUTE FUNCTION touch_themselves()"
    by_row.each do |table, (columns, function)|
      changed = columns.map { |column| "OLD.#{column} IS DISTINCT FROM NEW.#{column}" }.join(" OR ")
      run "CREATE TRIGGER touch_update AFTER UPDATE ON #{table} FOR EACH ROW WHEN (#{changed}) " \
        "EXECUTE FUNCTION #{function}()"
    end
  end

  down do
    of_students.each { |table| read.each_key { |change| run "DROP TRIGGER touch_#{change} ON #{table}" } }
    [:students, *by_row.keys].each { |table| run "DROP TRIGGER touch_update ON #{table}" }
    functions.each_key { |name| run "DROP FUNCTION #{name}()" }
    drop_table :touched, :foremost
  end
end
