module JauntyBell::Core
  module Weeks
    # Why a place is where it is, as a coach would say it: who can already, who is nearly there, when it was last done,
    # what would be lost.
    class Why
      NEARLY = 0.25 # chance from which somebody is nearly there; the product's own
      CAN = 0.75 # from which they can
      NAMES = 3 # named; more are counted

      def initialize(layout, schedule, walk, stop, index)
        @layout = layout
        @schedule = schedule
        @walk = walk
        @stop = stop
        @index = index
        @strand = stop.strand
      end

      def text = [pin, send(@stop.kind), parts, last, returns].compact.join(" ")

      private

      def pin = ("Pinned here by a coach." if @layout.timetable.pinned?(@strand.id, @index))

      def new
        bases = @strand.bases.map { |id| @layout.name(id) }
        return "New to the group; it builds on nothing they must know first." if bases.empty?
        "New to the group; it builds on #{Words.list(bases)}, which they have met."
      end

      def climb = "Most go on #{at(@stop.main)} today#{but(behind, "stays", "stay", "a rung lower")}."

      def learn
        can, nearly = split
        return "Nobody is near it #{wanted_at} yet: it is being learned #{at(@stop.main)}." if (can + nearly).empty?
        [("#{people(can)} #{verb(can, "can", "can")} do it #{wanted_at} already" if can.any?),
          ("#{people(nearly)} #{verb(nearly, "is", "are")} nearly there" if nearly.any?)].compact.join("; ")
          .then { |text| "#{text[0].upcase}#{text[1..]}." }
      end

      def review
        can, = split
        return "A review, so that it stays." if can.empty?
        "A review: #{people(can)} can do it #{wanted_at}, and what is not done fades."
      end

      def parts = ("First a part of it, then the whole." if @stop.times > 1)

      # Who can by then, and who is nearly there.
      def split
        at_wanted = doing.select { |l| @stop.rungs[l] >= (@strand.wanted || @stop.main) }
        can = at_wanted.select { |l| @stop.before[l] >= CAN }
        nearly = (at_wanted - can).select { |l| @stop.before[l] >= NEARLY }
        [can, nearly]
      end

      def behind = doing.select { |l| @stop.rungs[l] < @stop.main }

      def doing = @layout.squad.learners.each_index.select { |l| @stop.rungs[l] }

      def but(list, one, many, what) =
        list.empty? ? "" : "; #{people(list)} #{verb(list, one, many)} #{what}"

      # When it was done before: in the plan, else by the marks.
      def last
        before = @schedule[@strand.id].map(&:first).select { |at| at < @index }.max
        on = before ? @layout.meetings[before].on : last_marked
        return if on.nil? || @stop.kind == :new
        days = (@layout.meetings[@index].on - on).to_i
        "Last done on #{Words.day(on)}#{", #{Words.many(days / 7, "week")} before" if days >= 14}."
      end

      def last_marked
        days = @layout.squad.learners.filter_map { |learner| @strand.trail(learner).day }
        Date.jd(days.max) if days.any?
      end

      def returns
        return unless @stop.kind == :new
        back = @schedule[@strand.id].map(&:first).find { |at| at > @index }
        "It comes back on #{Words.day(@layout.meetings[back].on)}." if back
      end

      def wanted_at = at(@strand.wanted || @stop.main)

      def at(rung) = Lexicon::Plain.at(@layout.ladder[rung])

      def people(list)
        names = list.map { |l| @layout.squad.learners[l].name }
        return "everybody" if names.size == @layout.squad.size && names.size > 1
        (names.size <= NAMES) ? Words.list(names) : "#{names.size} of #{@layout.squad.size}"
      end

      def verb(list, one, many) = (list.size == 1) ? one : many
    end
  end
end
