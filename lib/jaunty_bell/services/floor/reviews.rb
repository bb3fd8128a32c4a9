module JauntyBell
  module Services::Floor
    # Rounds as sensors felt them, compared with what was planned.
    class Reviews
      LOOKED_BACK = 7 * Services::Book::Ledger::WEEKS # days
      CLASSES = 4 # the last ones in which a student wore one
      GONE = "A round that is not on the card any more"

      # `heart` and `strikes`: samples of a strap, or a Core::Floor::Review; one of them, or neither where nothing was
      # planned.
      Reviewed = Struct.new(:student_id, :class_id, :on, :round, :kind, :title, :heart, :strikes, keyword_init: true)

      def initialize(club)
        @club = club
      end

      # [Reviewed] of a class (its row).
      def of_class(row)
        heard = @club.facts.recordings(row[:id])
        hearts = heard.select { |recording| recording[:kind] == "heart" }
        @club.audit.note_all(hearts.map { |recording| recording[:student_id] }, "read what the heart said in class")
        stances = @club.people.students.to_h { |student| [student[:id], student[:stance]] }
        runs = OpenClass.new(@club, row).plan.runs
        heard.map { |recording| reviewed(recording, runs[recording[:round]], stances[recording[:student_id]]) }
      end

      # The same of one student, over the last classes in which they wore one.
      def of_student(student)
        heard = @club.diary(student[:id]).recordings(since: @club.today - LOOKED_BACK).group_by { |row| row[:class_id] }
          .first(CLASSES)
        if heard.flat_map(&:last).any? { |row| row[:kind] == "heart" }
          @club.read_health(student[:id], "what the heart said in class")
        end
        heard.flat_map do |class_id, recordings|
          runs = OpenClass.new(@club, @club.classes.find(class_id)).plan.runs
          recordings.map do |recording|
            reviewed(recording.merge(student_id: student[:id]), runs[recording[:round]], student[:stance])
          end
        end
      end

      private

      def reviewed(recording, run, stance)
        said = Reviewed.new(**recording.slice(:student_id, :class_id, :on, :round, :kind), title: run&.title || GONE)
        return said.tap { said.heart = recording[:samples].to_a } if recording[:kind] == "heart"
        said.strikes = review(recording, run.task, stance) if run&.task&.combination
        said
      end

      def review(recording, task, stance)
        reading = @club.reading(stance: stance)
        plan = Core::Floor::Review::Planned.of(task.combination, reading, tempo: task.tempo, pause: task.pause)
        Core::Floor::Review.new(recording[:samples].map { |sample| Core::Floor::Strike.read(sample.to_a) }, plan: plan)
      end
    end
  end
end
