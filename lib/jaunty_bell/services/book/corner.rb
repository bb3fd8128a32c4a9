module JauntyBell
  module Services::Book
    # A student's own page: what comes, what they have not told yet, and what they tell.
    #
    #   Corner.new(club, visit) # a Store::Corners::Visit
    class Corner
      DAY = 86_400 # seconds within which it is told how hard a class was
      AHEAD = 8 * DAY
      AGAIN = 14 # days back that sessions elsewhere are shown, and may be told
      MOST_MADE = 12 # homework on a day, so that nobody fills a club's disk
      EARLY = 3 * 3_600 # seconds a class is looked for that has begun
      NOT_OVER = "This class is not over yet: tell it after the last bell.".freeze
      TOO_LATE = "That class is longer ago than a day. Tell a coach, who can still write it down.".freeze
      NOT_THERE = "You are not down as having been there. Tell a coach, who can put it right.".freeze

      attr_reader :club, :visit

      def initialize(club, visit)
        @club = club
        @visit = visit
      end

      def student = visit.student

      def id = student[:id]

      def first_name = student[:name].split.first

      def junior? = club.people.junior?(student, today)

      def today = @today ||= club.today

      def own_word = @own_word ||= Store::OwnWord.new(club.db, club.id, id)

      # The row of the next class they are expected at, within a week, or nil; one that has begun is it still.
      def coming
        return @coming if defined?(@coming)
        @coming = club.classes.expecting(id, Clock.now - EARLY, Clock.now + AHEAD).first
      end

      # What they said of coming to it, or nil.
      def said_of_coming = coming && own_word.comings([coming[:id]])[coming[:id]]

      def opened = @opened ||= coming && Services::Floor::OpenClass.new(club, coming)

      # What is worn and brought by everybody.
      def bring = Core::Card::KitList.of(opened.plan)[:worn]

      # First names of whom they work with in it.
      def partners = own_word.partners(coming[:id])

      # Classes they were at, of the last day or asked of once more: [{class_id:, title:, on:, starts_at:, minutes:,
      # told: effort or nil, again: whether a coach asks}].
      def to_tell
        now = Clock.now
        rows = club.classes.over(began: (now - AGAIN * DAY)...now, ended: now - DAY, among: asked_again)
        ids = rows.map { |row| row[:id] }
        attended = Store::Attended.new(club.db, club.id, ids, students: [id])
        told = own_word.efforts(ids)
        rows.select { |row| attended.came(row[:id]).include?(id) }.map do |row|
          {class_id: row[:id], title: row[:title], on: row[:on], starts_at: row[:starts_at],
           minutes: attended.minutes(row[:id], id), told: told[row[:id]], again: asked_again.include?(row[:id])}
        end
      end

      # Core::Care::Holds of today.
      def holds = club.care.holds(today, [id]).fetch(id, [])

      # How hard a class was: their own word. Raises Core::InvalidInput, Store::Missing or Store::Conflict.
      def tell_effort(id:, class_id:, effort:, at:)
        row = club.classes.find(class_id)
        refuse(NOT_OVER) unless row[:ended_at]
        refuse(TOO_LATE) unless in_time?(row, at)
        attended = Store::Attended.new(club.db, club.id, [class_id], students: [student[:id]])
        refuse(NOT_THERE) unless attended.came(class_id).include?(student[:id])
        minutes = attended.minutes(class_id, student[:id]) || row[:minutes]
        said = Core::Book::Effort.new(effort, minutes)
        club.db.transaction(savepoint: true) do
          own_word.effort(id: id, class_id: class_id, on: club.classes.day_of(row), effort: said.rating,
            minutes: said.minutes, at: at)
          club.facts.one_effort_each(class_id, [student[:id]])
        end
      end

      # A session elsewhere, or a day of rest (0 minutes). Raises Core::InvalidInput.
      def tell_session(id:, on:, effort:, minutes:, title:, at:)
        unless (today - AGAIN..today).cover?(on)
          raise Core::InvalidInput.new("Tell of the last two weeks, not of days to come.", path: "on")
        end
        said = Core::Book::Effort.new(effort, minutes)
        own_word.effort(id: id, on: on, effort: said.rating, minutes: said.minutes, title: title.strip, at: at)
      end

      # How they are today: `said` of sleep, soreness and mood. Raises Core::InvalidInput where nothing is said.
      def tell_wellbeing(at:, **said)
        raise Core::InvalidInput.new("Tell one of the three, at least.", path: "sleep") if said.values.none?
        own_word.wellbeing(on: today, at: at, **said)
      end

      # Raises Core::InvalidInput where enough homework was made for today.
      def may_make
        return if own_word.made_on(today) < MOST_MADE
        raise Core::InvalidInput.new("That is enough for today: do one of them, or come back tomorrow.",
          path: "minutes")
      end

      # A knock or an injury: it holds at once, and coaches see it on their next screen. A knock to the head holds as
      # one on the Floor does; of anything else, whatever hurts is left alone until a coach has looked.
      def tell_hurt(id:, matter:, text:, at:)
        new = false
        club.db.transaction(savepoint: true) do
          new = own_word.tiding(id: id, kind: "hurt", matter: matter, text: text.strip, at: at,
            guardian: visit.guardian)
          club.care.hold_back(holds_of(id, matter, at), student_id: student[:id], note: text.strip) if new
        end
        new
      end

      # The club's day of what was told, never one to come.
      def day_of(at) = [club.classes.day_at(at), today].min

      private

      def refuse(why) = raise(Store::Conflict.new(why, path: "class_id"))

      # Told within a day, whenever it arrives, or after a coach has asked once more.
      def in_time?(row, at) = at <= row[:ended_at] + DAY || asked_again.include?(row[:id])

      # Ids of classes a coach asks of, for a day.
      def asked_again = @asked_again ||= Store::Told.asked_again(club.db, club.id, Clock.now - DAY)

      def holds_of(id, matter, at)
        day = day_of(at)
        return Core::Care::HeadKnock.holds(id, day) if matter == Core::Care::HeadKnock::MATTER
        {id => Core::Care::Hold.until_seen(matter, day)}
      end
    end
  end
end
