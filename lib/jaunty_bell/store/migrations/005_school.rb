# A club's own techniques, a coach's own numbering, tags and origins of combinations.
Sequel.migration do
  change do
    create_table :techniques do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      String :id, null: false
      column :entry, :jsonb, null: false # the shape of an entry in techniques.yml
      timestamptz :changed_at, null: false, default: Sequel::CURRENT_TIMESTAMP
      primary_key %i[club_id id]
    end

    alter_table :accounts do
      add_column :numbering, String # the coach's own; the club's where there is none
    end

    alter_table :combinations do
      add_column :tags, "text[]", null: false, default: Sequel.lit("'{}'")
      add_column :origin_id, :uuid # what it is a part or a copy of
      add_foreign_key %i[club_id origin_id], :combinations, key: %i[club_id id], name: :combinations_origin
      add_index :tags, type: :gin
    end
  end
end
