# What the processes of a service share: counts of tries, the plans that are being made, and how each process is.
Sequel.migration do
  change do
    # Without a log: it is quick, and empty after a crash or on a server that took over, which nobody minds.
    create_table :counts, unlogged: true do
      String :key, primary_key: true
      Integer :count, null: false
      timestamptz :dies_at, null: false
      index :dies_at
    end

    # A plan being made for a programme, or the last one that was: `process` makes it and says so again and again
    # (`seen_at`).
    create_table :plan_jobs do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :programme_id, :uuid, null: false
      column :process, :uuid, null: false
      String :machine, null: false
      Float :done, null: false, default: 0.0
      String :error
      TrueClass :stopped, null: false, default: false
      timestamptz :seen_at, null: false
      timestamptz :ended_at
      primary_key %i[club_id programme_id]
      foreign_key %i[club_id programme_id], :programmes, key: %i[club_id id], on_delete: :cascade
      index :machine, where: {ended_at: nil}
    end

    # Each process that serves, as it said last.
    create_table :processes do
      uuid :id, primary_key: true
      String :name, null: false
      timestamptz :began_at, null: false
      timestamptz :seen_at, null: false
      Integer :memory_kb, null: false
      column :slow, :jsonb, null: false
      column :errors, :jsonb, null: false
      index :seen_at
    end
  end
end
