# Combinations in named series, in an order made by hand: the month's five, a belt's list.
Sequel.migration do
  change do
    create_table :series do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :id, :uuid, null: false
      String :name, null: false
      Integer :version, null: false, default: 1
      timestamptz :created_at, null: false, default: Sequel::CURRENT_TIMESTAMP
      timestamptz :changed_at, null: false, default: Sequel::CURRENT_TIMESTAMP
      primary_key %i[club_id id]
      index %i[club_id name], unique: true
      constraint(:named) { Sequel.function(:btrim, :name) !~ "" }
    end

    create_table :series_combinations do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :series_id, :uuid, null: false
      Integer :position, null: false
      column :combination_id, :uuid, null: false
      primary_key %i[club_id series_id position]
      foreign_key %i[club_id series_id], :series, key: %i[club_id id], on_delete: :cascade
      foreign_key %i[club_id combination_id], :combinations, key: %i[club_id id]
      index %i[club_id combination_id]
      unique %i[club_id series_id combination_id]
    end
  end
end
