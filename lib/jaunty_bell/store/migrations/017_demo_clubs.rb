# Which clubs are demos: whose people are invented and whose password everybody may know.
Sequel.migration do
  up do
    alter_table(:clubs) { add_column :demo, TrueClass, null: false, default: false }
    # The demo of before
    from(:clubs).where(id: from(:accounts).where(email: "nell@tickethall.example").select(:club_id)).update(demo: true)
  end

  down do
    alter_table(:clubs) { drop_column :demo }
  end
end
