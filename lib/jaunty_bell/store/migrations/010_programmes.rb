# What Weeks needs: programmes, and the plans that were made of them, those taken and those left.
Sequel.migration do
  change do
    create_table :programmes do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :id, :uuid, null: false
      column :group_id, :uuid, null: false
      column :template_id, :uuid, null: false
      String :name, null: false
      column :settings, :jsonb, null: false # as Files::ProgrammeFile reads them
      Integer :revision, null: false, default: 1
      column :archived_at, :timestamptz
      column :changed_at, :timestamptz, null: false, default: Sequel::CURRENT_TIMESTAMP
      primary_key %i[club_id id]
      foreign_key %i[club_id group_id], :groups, key: %i[club_id id]
      foreign_key %i[club_id template_id], :cards, key: %i[club_id id]
      constraint(:programme_name) { char_length(name) >= 1 }
    end

    create_table :programme_plans do
      foreign_key :club_id, :clubs, type: :uuid, null: false, on_delete: :cascade
      column :id, :uuid, null: false
      column :programme_id, :uuid, null: false
      Integer :nth, null: false # in the order they were made
      Integer :revision, null: false # of the programme it was made for
      Date :planned_on, null: false # the first day it plans
      column :plan, :jsonb, null: false # as Core::Weeks::PlanData writes it
      column :made_at, :timestamptz, null: false, default: Sequel::CURRENT_TIMESTAMP
      column :taken_at, :timestamptz
      column :left_at, :timestamptz
      primary_key %i[club_id id]
      foreign_key %i[club_id programme_id], :programmes, key: %i[club_id id], on_delete: :cascade
      unique %i[club_id programme_id nth]
      constraint(:taken_or_left) { Sequel.|({taken_at: nil}, {left_at: nil}) }
    end
  end
end
