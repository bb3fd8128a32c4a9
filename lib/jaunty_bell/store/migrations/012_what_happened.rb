# What happened is what is counted: the line of a big week takes the place of the week before alone; a mark's state is owned.
Sequel.migration do
  columns = {held_last: :owned_last, held_before: :owned_before, first_held: :first_owned}
  renamed = ->(db, from, to) do
    db[:clubs].where(Sequel.lit("settings #> ARRAY['pointed_out', ?] IS NOT NULL", from))
      .update(settings: Sequel.lit("jsonb_set(settings #- ARRAY['pointed_out', ?], ARRAY['pointed_out', ?], settings #> ARRAY['pointed_out', ?])", from, to, from))
  end

  up do
    columns.each { |was, now| rename_column :masteries, was, now }
    renamed.call(self, "week_up", "big_week")
  end

  down do
    renamed.call(self, "big_week", "week_up")
    columns.each { |was, now| rename_column :masteries, now, was }
  end
end
