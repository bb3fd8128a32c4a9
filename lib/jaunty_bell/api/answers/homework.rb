module JauntyBell
  module Api::Answers
    # Homework as a student's page has it.
    module Homework
      # A row of Store::OwnWord#homework.
      def self.shown(row)
        {id: row[:id], on: row[:on].iso8601, minutes: row[:minutes], due_on: row[:due_on]&.iso8601, coach: row[:coach],
         home: row[:home].to_h, made: row[:made].to_h, done_s: row[:done_s], effort: row[:effort]}
      end

      # What is kept of a Core::Book::Homework::Made.
      def self.kept(club, reading, made)
        Files::HomeworkJson.kept(made, reading, voice: club.school.voice,
          per_rep: club.school.settings.seconds_per_rep)
      end
    end
  end
end
