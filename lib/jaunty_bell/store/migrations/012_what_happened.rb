# What happened is what is counted: the line of a big week takes the place of the week before alone; a mark's state is
# owned; when the clock of a class ran is a fact; who worked with whom is worked out.
Sequel.migration do
  columns = {held_last: :owned_last, held_before: :owned_before, first_held: :first_owned}
  renamed = ->(db, from, to) do
    db[:clubs].where(Sequel.lit("settings #> ARRAY['pointed_out', ?] IS NOT NULL", from))
      .update(settings: Sequel.lit("jsonb_set(settings #- ARRAY['pointed_out', ?], ARRAY['pointed_out', ?], " \
      "settings #> ARRAY['pointed_out', ?])", from, to, from))
  end

  up do
    columns.each { |was, now| rename_column :masteries, was, now }
    renamed.call(self, "week_up", "big_week")

    # The clock of a class was started or stopped.
    create_table :bells do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :id, :uuid, null: false
      column :class_id, :uuid, null: false
      column :device, :uuid
      TrueClass :running, null: false
      timestamptz :at, null: false
      primary_key %i[club_id id]
      foreign_key %i[club_id class_id], :classes, key: %i[club_id id], on_delete: :cascade
      index %i[club_id class_id]
    end

    # Who worked with whom, for how many seconds: written by Store::Works alone, from facts.
    create_table :partners do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :class_id, :uuid, null: false
      column :one_id, :uuid, null: false
      column :two_id, :uuid, null: false
      Integer :seconds, null: false
      primary_key %i[club_id class_id one_id two_id]
      foreign_key %i[club_id class_id], :classes, key: %i[club_id id], on_delete: :cascade
      foreign_key %i[club_id one_id], :students, key: %i[club_id id], on_delete: :cascade
      foreign_key %i[club_id two_id], :students, key: %i[club_id id], on_delete: :cascade
      index %i[club_id one_id two_id]
      constraint(:in_order) { one_id < two_id }
    end

    # Since when a student belongs to their group; nobody does who only visits. Of other groups they were in: from when
    # to when.
    alter_table(:students) { add_column :member_since, Date, default: Date.new(1900, 1, 1) }
    first = %w[attendances efforts marks].map { |table|
      "SELECT club_id, student_id, min(at)::date AS day FROM #{table} GROUP BY club_id, student_id"
    }.join(" UNION ALL ")
    run <<~SQL
      UPDATE students SET member_since = coalesce((SELECT min(day) FROM (#{first}) AS seen WHERE seen.club_id = students.club_id AND seen.student_id = students.id), current_date)
    SQL
    create_table :past_memberships do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :student_id, :uuid, null: false
      column :group_id, :uuid, null: false
      Date :from, null: false
      Date :to, null: false
      primary_key %i[club_id student_id group_id from]
      foreign_key %i[club_id student_id], :students, key: %i[club_id id], on_delete: :cascade
      foreign_key %i[club_id group_id], :groups, key: %i[club_id id]
      index %i[club_id group_id]
    end

    from(:class_works).delete # worked out anew at the first start
  end

  down do
    drop_table :past_memberships, :partners, :bells
    alter_table(:students) { drop_column :member_since }
    renamed.call(self, "big_week", "week_up")
    columns.each { |was, now| rename_column :masteries, now, was }
  end
end
