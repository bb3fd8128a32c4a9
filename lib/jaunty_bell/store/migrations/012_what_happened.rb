# What happened is what is counted: the line of a big week takes the place of the week before alone.
Sequel.migration do
  renamed = ->(db, from, to) do
    db[:clubs].where(Sequel.lit("settings #> ARRAY['pointed_out', ?] IS NOT NULL", from))
      .update(settings: Sequel.lit("jsonb_set(settings #- ARRAY['pointed_out', ?], ARRAY['pointed_out', ?], settings #> ARRAY['pointed_out', ?])", from, to, from))
  end

  up { renamed.call(self, "week_up", "big_week") }
  down { renamed.call(self, "big_week", "week_up") }
end
