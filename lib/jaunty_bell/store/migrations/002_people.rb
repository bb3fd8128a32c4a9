# Groups and students.
Sequel.migration do
  change do
    create_table :groups do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :id, :uuid, null: false
      String :name, null: false
      TrueClass :juniors, null: false, default: false
      primary_key %i[club_id id]
      unique %i[club_id name]
    end

    create_table :students do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :id, :uuid, null: false
      column :group_id, :uuid, null: false
      String :name, null: false
      String :stance, null: false
      String :level, null: false
      TrueClass :trains_elsewhere, null: false, default: false
      primary_key %i[club_id id]
      foreign_key %i[club_id group_id], :groups, key: %i[club_id id]
      constraint :known_stance, stance: %w[orthodox southpaw square]
      constraint :known_level, level: %w[foundation building advanced]
      constraint(:named) { Sequel.function(:btrim, :name) !~ "" }
      index %i[club_id group_id]
    end
  end
end
