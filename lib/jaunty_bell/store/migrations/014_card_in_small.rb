# A card in a list shows its rope in small and what it asks: derived from its blocks when it is saved, worked out at the
# first start for those that were saved before. A drill may want an imagined partner's actions said aloud.
Sequel.migration do
  change do
    alter_table :cards do
      add_column :rope, :jsonb # [[bell, end of the work, effort], …] in seconds
      add_column :load, Float
    end
    alter_table :drills do
      add_column :feeds_aloud, TrueClass, null: false, default: false
    end
  end
end
