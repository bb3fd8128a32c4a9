module JauntyBell
  module Services::Floor
    # Rounds as sensors felt them, compared with what was planned.
    class Reviews
      LOOKED_BACK = 7 * Services::Book::Ledger::WEEKS # days
      CLASSES = 4 # the last ones in which a student wore one
      GONE = "A round that is not on the card any more"

      # `heart` and `strikes`: samples of a strap, or a Core::Floor::Review; one of them, or neither where nothing was
      # planned; `reaction` a Core::Floor::Reaction, of a read drill.
      Reviewed = Struct.new(:student_id, :class_id, :on, :round, :kind, :title, :heart, :strikes, :reaction,
        keyword_init: true)

      def initialize(club)
        @club = club
      end

      # [Reviewed] of a class (its row).
      def of_class(row)
        heard = @club.facts.recordings(row[:id])
        hearts = heard.select { |recording| recording[:kind] == "heart" }
        @club.audit.note_all(hearts.map { |recording| recording[:student_id] }, "read what the heart said in class")
        stances = @club.people.students.to_h { |student| [student[:id], student[:stance]] }
        opened = OpenClass.new(@club, row)
        heard.map { |recording| reviewed(recording, opened, stances[recording[:student_id]]) }
      end

      # The same of one student, over the last classes in which they wore one.
      def of_student(student)
        heard = @club.diary(student[:id]).recordings(since: @club.today - LOOKED_BACK).group_by { |row| row[:class_id] }
          .first(CLASSES)
        if heard.flat_map(&:last).any? { |row| row[:kind] == "heart" }
          @club.read_health(student[:id], "what the heart said in class")
        end
        heard.flat_map do |class_id, recordings|
          opened = OpenClass.new(@club, @club.classes.find(class_id))
          recordings.map do |recording|
            reviewed(recording.merge(student_id: student[:id]), opened, student[:stance])
          end
        end
      end

      private

      def reviewed(recording, opened, stance)
        run = opened.plan.runs[recording[:round]]
        said = Reviewed.new(**recording.slice(:student_id, :class_id, :on, :round, :kind), title: run&.title || GONE)
        return said.tap { said.heart = recording[:samples].to_a } if recording[:kind] == "heart"
        task = run&.task
        if task&.read? then said.reaction = reaction(recording, task, opened, stance)
        elsif task&.combination then said.strikes = review(recording, task, stance)
        end
        said
      end

      # What was called is drawn from the class's own seed, so it is known here as it was on the device.
      def reaction(recording, task, opened, stance)
        work = opened.sheet.segments.find { |segment| segment.kind == :work && segment.round == recording[:round] }
        Core::Floor::Reaction.new(strikes(recording),
          Core::Floor::Reaction.shown(work.cues, task, @club.reading(stance: stance)))
      end

      def strikes(recording) = recording[:samples].map { |sample| Core::Floor::Strike.read(sample.to_a) }

      def review(recording, task, stance)
        reading = @club.reading(stance: stance)
        plan = Core::Floor::Review::Planned.of(task.combination, reading, tempo: task.tempo, pause: task.pause)
        Core::Floor::Review.new(strikes(recording), plan: plan)
      end
    end
  end
end
