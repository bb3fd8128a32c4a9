module JauntyBell
  module Api::Answers
    # A student's own page: nothing of anybody else but the first names of whom they work with today.
    class Corner
      # `corner` a Services::Book::Corner.
      def initialize(corner)
        @corner = corner
        @club = corner.club
      end

      def to_h
        {id: @corner.visit.corner_id, first_name: @corner.first_name, guardian: @corner.visit.guardian,
         now: Clock.now.iso8601(3), junior: @corner.junior?, stance: @corner.student[:stance],
         today: @corner.today.iso8601, club: club, coming: coming,
         to_tell: @corner.to_tell.map { |row|
           row.merge(on: row[:on].iso8601, starts_at: row[:starts_at].iso8601)
         },
         sessions: @corner.own_word.sessions(@corner.today - Services::Book::Corner::AGAIN)
           .map { |row| row.merge(on: row[:on].iso8601) },
         holds: @corner.holds.map { |hold| {matter: hold.matter, blocked: hold.blocked, to: hold.to&.iso8601} },
         wellbeing: wellbeing, homeworks: @corner.own_word.to_do(@corner.today).map { |row| Homework.shown(row) },
         done: @corner.own_word.done_lately.map { |row| row.merge(on: row[:on].iso8601) },
         requests: requests, matters: Core::Care::MATTERS, red_flags: Core::Care::HeadKnock::RED_FLAGS,
         devices: devices}
      end

      # What is theirs, in plain words; of juniors no load.
      def theirs
        book = Services::Book::StudentBook.new(@club, @corner.student)
        lines = Core::Book::ReportLines.new(book.report)
        {owned: lines.own, next: lines.coming, learning: lines.learning, weeks: (weeks(book) unless @corner.junior?)}
      end

      private

      WEEKS = 4 # before this one that say what is usual
      private_constant :WEEKS

      # Load by week, and what of the full weeks before is usual; nil where there was none.
      def weeks(book)
        loads = book.ledger.weeks(@corner.id).last(WEEKS + 1)
        before = loads.first(WEEKS).map(&:last)
        {loads: loads.map { |monday, load| {from: monday.iso8601, load: load.round} },
         usual: (before.sum / WEEKS).round.nonzero?}
      end

      def club
        row = @club.people.club
        {name: row[:name], country: row[:country], time_zone: row[:time_zone],
         first_aid: @club.school.settings.first_aid}
      end

      def coming
        row = @corner.coming or return
        opened = @corner.opened
        {class_id: row[:id], title: row[:title], starts_at: row[:starts_at].utc.iso8601, minutes: row[:minutes],
         room: row[:room], word: @corner.said_of_coming, bring: @corner.bring, partners: @corner.partners,
         drilled: opened.combinations.values.map { |each| Files::CombinationJson.of(each, @club.reading) }}
      end

      # What was told of today, {} where nothing was; nil where the club does not ask.
      def wellbeing
        return unless @club.school.settings.ask_how_they_are
        @corner.own_word.wellbeing_on(@corner.today) || {}
      end

      def requests
        @corner.own_word.requests.map do |row|
          row.merge(at: row[:at].utc.iso8601, seen_at: row[:seen_at]&.utc&.iso8601)
        end
      end

      def devices
        Store::Corners.new(@club.db, @club.id).devices(@corner.visit.corner_id).map do |row|
          {id: row[:id], name: row[:name], here: row[:id] == @corner.visit.device_id}
        end
      end
    end
  end
end
