module JauntyBell
  module Api::Answers
    # Homework as a student's page has it.
    module Homework
      class << self
        # A row of Store::OwnWord#homework.
        def shown(row)
          {id: row[:id], on: row[:on].iso8601, minutes: row[:minutes], due_on: row[:due_on]&.iso8601,
           coach: row[:coach], home: row[:home].to_h, made: row[:made].to_h, done_s: row[:done_s],
           effort: row[:effort]}
        end

        # Homework for a student (a row), made and kept: the row. Asked for again under the same id it is the same, and
        # nothing is made; else the block may say first what speaks against it. `set` who set it until when. Raises
        # Core::InvalidInput.
        def keep(club, student, id:, minutes:, home:, **set)
          word = Store::OwnWord.new(club.db, club.id, student[:id])
          word.homework(id)
        rescue Store::Missing
          yield if block_given?
          desk = Services::Book::AtHome.new(club, student)
          made = desk.made(minutes: minutes, home: Core::Book::Homework::Home.of(home), seed: id.delete("-").to_i(16))
          word.keep_homework(id: id, on: club.today, minutes: minutes, home: home, signature: made.signature, **set,
            made: Files::HomeworkJson.kept(made, desk.reading, voice: club.school.voice,
              per_rep: club.school.settings.seconds_per_rep))
        end
      end
    end
  end
end
