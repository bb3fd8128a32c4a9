module JauntyBell
  module Api::Answers
    # Homework a coach sets: for each student their own, made of what is due, weak or next for them, for the room they
    # had last.
    class SetHomework
      PLAIN = {"have" => [], "room" => "mat", "quiet" => true}.freeze # where nothing is known of it

      # `asked` {"id", "student_ids", "minutes", "due_on"}.
      def initialize(club, asked)
        @club = club
        @asked = asked
      end

      # {made: [student ids], refused: [{student_id:, why:}]}
      def to_h
        due = Date.iso8601(@asked["due_on"])
        raise Core::InvalidInput.new("It is for today or later.", path: "due_on") if due < @club.today
        results = @asked["student_ids"].uniq.to_h { |id| [id, set(@club.people.student(id), due)] }
        {made: results.select { |_, why| why.nil? }.keys,
         refused: results.compact.map { |id, why| {student_id: id, why: why} }}
      end

      private

      # Why it cannot be, or nil.
      def set(student, due)
        home = Store::OwnWord.new(@club.db, @club.id, student[:id]).last_home || PLAIN
        Homework.keep(@club, student, id: id_for(student[:id]), minutes: @asked["minutes"], home: home,
          set_by: @club.account_id, due_on: due)
        nil
      rescue Core::InvalidInput => e
        e.message
      end

      # The same for the same student however often it is sent.
      def id_for(student_id) = Core::DerivedId.of("#{@asked["id"]} #{student_id}")
    end
  end
end
