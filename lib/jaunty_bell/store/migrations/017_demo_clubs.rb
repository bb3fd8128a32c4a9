# Which clubs are demos: whose people are invented and whose password everybody may know; and what a server is told
# once, as that it goes without one.
Sequel.migration do
  up do
    alter_table(:clubs) { add_column :demo, TrueClass, null: false, default: false }
    create_table(:server_notes) { String :name, primary_key: true }
    # The demo of before
    from(:clubs).where(id: from(:accounts).where(email: "nell@tickethall.example").select(:club_id)).update(demo: true)
  end

  down do
    drop_table :server_notes
    alter_table(:clubs) { drop_column :demo }
  end
end
