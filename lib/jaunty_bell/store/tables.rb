module JauntyBell
  module Store
    # What can be taken out of a club as a table, by the columns that are read back in: "roster", "log" and "marks".
    class Tables
      STUDENT = {club_id: :club_id, id: :student_id}.freeze

      include OfStudents

      def initialize(db, club_id)
        @db = db
        @club_id = club_id
      end

      # Rows of a kind.
      def of_kind(kind) = {"roster" => :roster, "log" => :log, "marks" => :marks}.fetch(kind).then { |name| send(name) }

      private

      def named = Sequel[:students][:name].as(:student)

      def roster
        @db[:students].where(Sequel[:students][:club_id] => @club_id).join(:groups, club_id: :club_id, id: :group_id)
          .order(Sequel[:students][:name])
          .select(named, Sequel[:groups][:name].as(:group), :stance, :level, :born_on, :kg, :emergency_name,
            :emergency_phone, :guardian, Sequel[:trains_elsewhere].as(:elsewhere))
      end

      def log
        counting(:efforts, nil).join(:students, STUDENT)
          .left_join(:classes, club_id: Sequel[:efforts][:club_id], id: Sequel[:efforts][:class_id])
          .order(Sequel[:efforts][:on], Sequel[:students][:name])
          .select(named, Sequel[:efforts][:on], :effort, Sequel[:efforts][:minutes], titled, :estimated)
      end

      def marks
        counting(:marks, nil).join(:students, STUDENT)
          .join(:combinations, club_id: Sequel[:marks][:club_id], id: Sequel[:marks][:combination_id])
          .order(Sequel[:marks][:on], Sequel[:students][:name])
          .select(named, Sequel[:combinations][:name].as(:combination), :rung, :on, :attempted, :clean)
      end
    end
  end
end
