module JauntyBell
  module Api
    # How rooms open the Book's ledger of some students.
    module Ledgers
      private

      # Of a group, or of everybody for nil.
      def ledger(group) = ledger_of(people.students(group: group))

      def ledger_of(rows, whole: false)
        Ledger.new(db, club_id, school: school, masteries: masteries, combinations: combinations, rows: rows, today: people.today, whole: whole)
      end

      def group_names = @group_names ||= people.groups.to_h { |group| [group[:id], group[:name]] }
    end
  end
end
