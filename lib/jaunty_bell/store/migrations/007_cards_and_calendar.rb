# A card becomes one document of blocks, edited whole, with every version kept. Classes get a room, a series and a way
# to be called off; students can be held back.
Sequel.migration do
  up do
    alter_table :cards do
      add_column :blocks, :jsonb, null: false, default: "[]" # the shape of docs/schemas/card.schema.json, ids for names
      add_column :level, String
      add_column :group_id, :uuid # whom it is usually for
      add_column :template, TrueClass, null: false, default: false
      add_column :parent_id, :uuid # the card this one is a version of
      add_column :variant, String
      # Derived from blocks; written by Store::Cards alone.
      add_column :rounds, Integer, null: false, default: 0
      add_column :seconds, Integer, null: false, default: 0
      add_column :left_hand, Integer, null: false, default: 0
      add_column :right_hand, Integer, null: false, default: 0
      add_foreign_key %i[club_id parent_id], :cards, key: %i[club_id id], name: :cards_parent
      add_foreign_key %i[club_id group_id], :groups, key: %i[club_id id], name: :cards_group
      add_constraint :known_level, Sequel.|({level: nil}, {level: %w[foundation building advanced]})
      add_index :blocks, type: :gin, opclass: :jsonb_path_ops
    end

    # Rounds of one block that follow each other become a block.
    run <<~SQL
      WITH marked AS (
        SELECT *, CASE WHEN block = lag(block) OVER w THEN 0 ELSE 1 END AS fresh FROM card_rounds WINDOW w AS (PARTITION BY club_id, card_id ORDER BY position)
      ), numbered AS (
        SELECT *, sum(fresh) OVER (PARTITION BY club_id, card_id ORDER BY position) AS n FROM marked
      ), blocked AS (
        SELECT club_id, card_id, n, jsonb_build_object('kind', block, 'title', '', 'laps', 1, 'importance', 3, 'rounds', jsonb_agg(jsonb_build_object(
          'title', title, 'work_s', work_s, 'rest_s', rest_s, 'explain_s', explain_s, 'combination_id', combination_id, 'tempo', tempo, 'pause_s', pause_s,
          'both_sides', both_sides, 'effort', effort, 'rung', rung, 'swap', CASE share WHEN 'pairs' THEN 'even' ELSE 'alone' END) ORDER BY position)) AS block
        FROM numbered GROUP BY club_id, card_id, n, block
      ), whole AS (
        SELECT club_id, card_id, jsonb_agg(block ORDER BY n) AS blocks FROM blocked GROUP BY club_id, card_id
      ), sums AS (
        SELECT club_id, card_id, count(*) AS rounds, sum(work_s + rest_s + explain_s) AS seconds FROM card_rounds GROUP BY club_id, card_id
      )
      UPDATE cards SET blocks = whole.blocks, rounds = sums.rounds, seconds = sums.seconds FROM whole JOIN sums USING (club_id, card_id)
      WHERE cards.club_id = whole.club_id AND cards.id = whole.card_id
    SQL
    drop_table :card_rounds

    create_table :card_versions do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :card_id, :uuid, null: false
      Integer :version, null: false
      String :name, null: false
      Integer :minutes, null: false
      column :blocks, :jsonb, null: false
      foreign_key :account_id, :accounts, type: :Bignum, on_delete: :set_null
      timestamptz :saved_at, null: false, default: Sequel::CURRENT_TIMESTAMP
      primary_key %i[club_id card_id version]
      foreign_key %i[club_id card_id], :cards, key: %i[club_id id], on_delete: :cascade
    end
    run "INSERT INTO card_versions (club_id, card_id, version, name, minutes, blocks, saved_at) SELECT club_id, id, " \
      "version, name, minutes, blocks, changed_at FROM cards"

    alter_table :classes do
      add_column :room, String
      add_column :series_id, :uuid # classes repeated weekly share it
      add_column :cancelled_at, :timestamptz
      add_column :revision, Integer, null: false, default: 0 # rises with every change: an iCalendar SEQUENCE
      add_column :changed_at, :timestamptz, null: false, default: Sequel::CURRENT_TIMESTAMP
      add_index %i[club_id series_id]
      add_index %i[club_id group_id starts_at]
    end

    # Who is expected besides the group (true), or of the group is not (false).
    create_table :class_guests do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :class_id, :uuid, null: false
      column :student_id, :uuid, null: false
      TrueClass :expected, null: false
      primary_key %i[club_id class_id student_id]
      foreign_key %i[club_id class_id], :classes, key: %i[club_id id], on_delete: :cascade
      foreign_key %i[club_id student_id], :students, key: %i[club_id id]
    end

    create_table :holds do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :id, :uuid, null: false
      column :student_id, :uuid, null: false
      String :matter, null: false
      column :blocks, "text[]", null: false
      Date :from, null: false
      Date :to
      timestamptz :lifted_at # ended by somebody, on the day that :to then says
      String :note, null: false, default: "" # for coaches, not for assistants
      foreign_key :account_id, :accounts, type: :Bignum, on_delete: :set_null
      timestamptz :at, null: false, default: Sequel::CURRENT_TIMESTAMP
      primary_key %i[club_id id]
      foreign_key %i[club_id student_id], :students, key: %i[club_id id]
      constraint(:blocks_something) { Sequel.function(:cardinality, :blocks) > 0 }
      constraint :ends_after_it_begins, Sequel.lit('"to" IS NULL OR "to" >= "from"')
      index %i[club_id student_id]
    end
  end

  down { raise Sequel::Error, "Cards have become documents: there is no way back but a backup." }
end
