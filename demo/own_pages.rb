module JauntyBell
  module Demo
    # Students of the demo with pages of their own: what they told there, what their coach had estimated, homework made
    # and done, who comes late to the next class, and what one of them asked.
    class OwnPages
      LATE = 10 # minutes
      BIASES = [-1.5, -1, -0.5, 0, 0.5].freeze # of what coaches see against what is felt

      # `facts` of club.yml; `random` decides what a coach saw; `id` makes ids; `students` {name => row of the file}.
      def initialize(db, club_id, facts:, students:, coaches:, today:, random:, &id)
        @db = db
        @club_id = club_id
        @facts = facts
        @students = students
        @coaches = coaches
        @today = today
        @random = random
        @id = id
      end

      def load
        @facts["told"].each { |name, classes| told(@students.fetch(name)["id"], classes) }
        @facts["homework"].each { |homework| homework(homework) }
        @facts["late"].each { |name| late(@students.fetch(name)["id"]) }
        @facts["asked"].each { |asked| ask(asked) }
      end

      private

      # A page, and of their last classes their own word beside what a coach had estimated.
      def told(student_id, classes)
        Store::Corners.new(@db, @club_id).make(id: @id.call, student_id: student_id, guardian: false, by: nil)
        efforts = @db[:efforts].where(club_id: @club_id, student_id: student_id, taken_back_at: nil)
        own = efforts.where(estimated: false).exclude(class_id: nil).reverse(:on).limit(classes).all
        efforts.where(id: own.map { |row| row[:id] }).update(by_student: true)
        @db[:efforts].multi_insert(own.map { |row|
          seen = (row[:effort] + BIASES.sample(random: @random)).clamp(0, 10)
          row.merge(id: @id.call, effort: seen, estimated: true, taken_back_at: row[:at])
        })
      end

      def homework(facts)
        student = row(facts["student"])
        home = facts.slice("have", "room", "quiet")
        id = @id.call
        word, made = own_word(student[:id]), made(student, facts["minutes"], home, id)
        word.keep_homework(id: id, on: @today - facts["ago"], minutes: facts["minutes"], home: home,
          signature: made.signature, made: kept(student, made), set_by: facts["by"] && @coaches.fetch(facts["by"]),
          due_on: facts["due"] && @today + facts["due"])
        done(word, id, facts["done"], evening(facts["ago"])) if facts["done"]
      end

      def made(student, minutes, home, id)
        at_home(student).made(minutes: minutes, seed: id.delete("-").to_i(16),
          home: Core::Book::Homework::Home.of(home))
      end

      def kept(student, made)
        Files::HomeworkJson.kept(made, at_home(student).reading, voice: club.school.voice,
          per_rep: club.school.settings.seconds_per_rep)
      end

      def done(word, id, facts, at)
        word.done(id, seconds: facts["minutes"] * 60, effort: facts["effort"], at: at)
        word.effort(id: @id.call, on: at.to_date, effort: facts["effort"], minutes: facts["minutes"], at: at,
          title: "Homework", homework_id: id)
      end

      def late(student_id)
        coming = club.classes.expecting(student_id, Clock.now, Clock.now + 14 * 86_400).first or return
        own_word(student_id).coming(class_id: coming[:id], word: "late", minutes: LATE, at: Clock.now)
      end

      def ask(facts)
        id, at = @id.call, evening(facts["ago"])
        word = own_word(@students.fetch(facts["student"])["id"])
        word.tiding(id: id, kind: facts["kind"], text: facts["text"], at: at,
          guardian: false)
        @db[:tidings].where(id: id).update(seen_at: at + 3_600, answer: facts["answer"])
      end

      def evening(ago) = Time.utc(*(@today - ago).then { |day| [day.year, day.month, day.day] }, 19)

      def row(name) = club.people.student(@students.fetch(name)["id"])

      def own_word(student_id) = Store::OwnWord.new(@db, @club_id, student_id)

      def at_home(student) = Services::Book::AtHome.new(club, student)

      def club = @club ||= Services::Club.new(@db, @club_id)
    end
  end
end
