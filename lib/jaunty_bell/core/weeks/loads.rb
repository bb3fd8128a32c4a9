module JauntyBell::Core
  module Weeks
    # The effort to plan for each class, so that the weeks' loads stay within the limits: as near to what the card asks
    # as they allow.
    #
    #   ceiling of a week: the last full week's load and the rise; of an easy week, its share of the week before; after
    #     a week without a class,
    #   no more than the last full week's. No two hard classes follow each other. Efforts go by half points.
    #
    # Easy weeks, and weeks that a holiday makes shorter, are no measure for the week after them: that would never come
    # up again.
    class Loads
      EFFORTS = (4..20).map { |half| half/2r }.freeze # 2 to 10
      Week = Value.of(:ceiling, :load, :easy, :over)
      ALLOWED = 8 # half points down from what is wanted
      GRAIN = 10 # load that makes no difference worth trying

      # `meetings` of the whole programme; `effort` what the card asks; `usual` the group's load a week before it, nil
      # where none is known; `came` {week => the load that really came of it}.
      def initialize(meetings, effort:, limits: Limits.new, usual: nil, came: {})
        @weeks = meetings.group_by(&:week)
        @most = @weeks.values.map(&:size).max || 0
        @last = meetings.map(&:week).max || -1
        @wanted = effort
        @limits = limits
        @usual = usual
        @came = came
      end

      # {meeting index => effort}.
      def efforts = lay_out.last

      # [Week] in order, empty ones with a load of 0.
      def weeks = lay_out.first

      private

      def lay_out
        @lay_out ||= begin
          @full, @before, @hard, @broken = @usual, @usual, false, false
          efforts = {}
          weeks = (0..@last).map { |week| week(week, efforts) }
          [weeks, efforts]
        end
      end

      def week(week, efforts)
        meetings = @weeks.fetch(week, [])
        easy = @limits.easy_every.positive? && ((week + 1) % @limits.easy_every).zero?
        ceiling = ceiling(easy)
        return pause(ceiling, easy) if meetings.empty?
        chosen = choose(meetings, ceiling)
        meetings.zip(chosen) { |meeting, effort| efforts[meeting.index] = effort }
        planned = meetings.zip(chosen).sum { |meeting, effort| meeting.minutes * effort }
        @hard = chosen.last >= @limits.hard
        remember(@came.fetch(week, planned), easy: easy, short: meetings.size < @most)
        Week.new(ceiling: ceiling, load: planned, easy: easy, over: !ceiling.nil? && planned > ceiling)
      end

      def ceiling(easy)
        return @before && @before * @limits.easy/100r if easy
        @full && (@broken ? @full : @full * (100 + @limits.rise)/100r)
      end

      def pause(ceiling, easy)
        @broken = true
        @hard = false
        Week.new(ceiling: ceiling, load: 0, easy: easy, over: false)
      end

      def remember(load, easy:, short:)
        @before = (short && @full) || load
        @full = load if @full.nil? || !(easy || short)
        @broken = false
      end

      # The heaviest efforts under the ceiling, none above what is wanted, the evenest of those; the lightest there are
      # where nothing is under it.
      def choose(meetings, ceiling)
        allowed = EFFORTS.select { |effort| effort <= [@wanted.to_r, EFFORTS.first].max }.last(ALLOWED)
        heaviest(meetings, allowed, ceiling) || heaviest(meetings, EFFORTS.first(4), ceiling) ||
          [EFFORTS.first] * meetings.size
      end

      # Class by class, of all ways that come to about the same load and end as hard the best alone is followed: the
      # work grows with the classes of a week. nil where nothing is under the ceiling.
      def heaviest(meetings, allowed, ceiling)
        ways = [Way.new(0, 0, @hard, [])]
        meetings.each do |meeting|
          on = ways.flat_map { |way| allowed.filter_map { |effort| further(way, meeting, effort, ceiling) } }
          ways = on.group_by { |way| [way.hard, (way.load / GRAIN).floor] }.map { |_, alike| alike.max_by(&:worth) }
        end
        ways.max_by(&:worth)&.efforts
      end

      Way = Struct.new(:load, :squares, :hard, :efforts) do
        # The heavier the better, then the evener: of one load the even efforts have the least squares.
        def worth = [load, -squares]
      end
      private_constant :Way

      def further(way, meeting, effort, ceiling)
        load, hard = way.load + meeting.minutes * effort, effort >= @limits.hard
        return if (ceiling && load > ceiling) || (hard && way.hard)
        Way.new(load, way.squares + effort**2, hard, [*way.efforts, effort])
      end
    end
  end
end
