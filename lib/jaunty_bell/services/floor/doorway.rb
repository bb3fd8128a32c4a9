module JauntyBell
  module Services::Floor
    # Who may come to a class and what a coach knows of each at the door: read in a handful of queries, however many
    # they are.
    class Doorway
      # `note`: what to know (Core::Floor::Door::Note); `emergency` whom to call, a guardian for coaches only.
      Known = Struct.new(:student, :partner, :notes, :emergency, keyword_init: true)

      # `row` of a class; `students` rows.
      def initialize(club, row, students)
        @club = club
        @row = row
        @students = students
      end

      def day = door.day

      # {student id => [Core::Care::Hold]} of who is held back on the day.
      def holds = @holds ||= @club.care.holds(day, ids)

      # A Core::Floor::Partner for each student, by id.
      def partners = @partners ||= @students.to_h { |student| [student[:id], partner(student)] }

      # Core::Floor::Pairs of these students on some terms (contact:, holding:, locked:).
      def pairs(students, **terms)
        Core::Floor::Pairs.new(partners.values_at(*students.map { |student| student[:id] }),
          school: @club.school.settings,
          apart: @apart ||= @club.people.pairs_apart(ids), met: @met ||= door.met, **terms)
      end

      # Known of each; `due` {student id => names of what is due in this class}.
      def known(due)
        @students.map do |student|
          Known.new(student: student, partner: partners.fetch(student[:id]),
            notes: notes(student, due.fetch(student[:id], [])),
            emergency: {name: student[:emergency_name], phone: student[:emergency_phone],
                        guardian: @club.assistant? ? "" : student[:guardian]})
        end
      end

      private

      def ids = @ids ||= @students.map { |student| student[:id] }

      def door = @door ||= Store::Door.new(@club.db, @club.id, @row, ids)

      def partner(student)
        Core::Floor::Partner.new(**student.slice(:id, :name, :level, :kg), stance: student[:stance].to_sym,
          wish: student[:stance_wish],
          junior: @club.people.junior?(student, day), blocks: holds.fetch(student[:id], []).flat_map(&:blocks).uniq)
      end

      def notes(student, due)
        came = door.came.fetch(student[:id], {})
        Core::Floor::Door.new(day: day, holds: holds.fetch(student[:id], []), said: door.said[student[:id]],
          came: [came[:before], *came[:since]].compact, minutes: came[:minutes].to_i,
          junior: partners.fetch(student[:id]).junior, guardian: student[:guardian], due: due,
          away: @club.school.settings.pointed_out["away"]).notes
      end
    end
  end
end
