module JauntyBell
  module Api::Answers
    # What a group has told on its own pages and what it has not.
    class Told
      SILENT = 3 * 86_400 # seconds back that who has not answered is named
      HOMEWORK = 14 # days back
      OFF = 84 # days of estimates against their own word
      WELL = 3 # days for which a word of how they are is shown

      # `group` an id, or nil for everybody.
      def initialize(club, group)
        @club = club
        rows = group ? club.people.training(group, club.today) : club.people.present_students
        @names = rows.to_h { |row| [row[:id], row[:name]] }
        @told = Store::Told.new(club.db, club.id, rows.map { |row| row[:id] })
      end

      def to_h
        {students: @names.map { |id, name| {id: id, name: name, page: pages.include?(id)} },
         silent: silent, homeworks: homeworks, off: off, wellbeings: wellbeings}
      end

      private

      def pages = @pages ||= @told.with_page.to_set

      def today = @today ||= @club.today

      def silent
        @told.silent(Clock.now - SILENT).group_by { |row| row[:class_id] }.map do |id, rows|
          {class_id: id, title: rows.first[:title], starts_at: rows.first[:starts_at].utc.iso8601,
           asked_at: rows.first[:asked_at]&.utc&.iso8601, students: rows.map { |row| row[:student_id] }}
        end
      end

      def homeworks
        @told.homeworks(today - HOMEWORK).map do |row|
          row.merge(on: row[:on].iso8601, due_on: row[:due_on]&.iso8601)
        end
      end

      def off
        @told.both(today - OFF).map do |coach, pairs|
          {coach: coach || "a coach", said: Core::Book::FarOff.of(pairs).said}
        end
      end

      # A note, never a score.
      def wellbeings
        return [] unless @club.school.settings.ask_how_they_are
        @told.wellbeings(today - WELL).map { |id, row| row.merge(student_id: id, on: row[:on].iso8601) }
      end
    end
  end
end
