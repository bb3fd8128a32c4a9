module JauntyBell
  module Core
    module Weeks
      # The effort to plan for each class, so that the weeks' loads stay within the limits: as near to what the card asks as they allow.
      #
      #   ceiling of a week: the last full week's load and the rise; of an easy week, its share of the week before; after a week without a class,
      #   no more than the last full week's. No two hard classes follow each other. Efforts go by half points.
      #
      # Easy weeks, and weeks that a holiday makes shorter, are no measure for the week after them: that would never come up again.
      class Loads
        EFFORTS = (4..20).map { |half| half/2r }.freeze # 2 to 10
        Week = Value.of(:ceiling, :load, :easy, :over)

        # `meetings` of the whole programme; `effort` what the card asks; `usual` the group's load a week before it, nil where none is known;
        # `came` {week => the load that really came of it}.
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

        # The heaviest efforts under the ceiling, none above what is wanted, the evenest of those; the lightest there are where nothing is under it.
        def choose(meetings, ceiling)
          allowed = EFFORTS.select { |effort| effort <= [@wanted.to_r, EFFORTS.first].max }
          allowed = allowed.last(ALLOWED)
          found = ways(meetings, allowed.any? ? allowed : EFFORTS.first(1), @hard)
          under = found.select { |way| ceiling.nil? || load(meetings, way) <= ceiling }
          return ways(meetings, EFFORTS.first(4), @hard).select { |way| load(meetings, way) <= ceiling }.max_by { |way| [load(meetings, way), -spread(way)] } || [EFFORTS.first] * meetings.size if under.empty?
          under.max_by { |way| [load(meetings, way), -spread(way)] }
        end
        ALLOWED = 8 # half points down from what is wanted

        def load(meetings, efforts) = meetings.zip(efforts).sum { |meeting, effort| meeting.minutes * effort }

        def spread(efforts) = efforts.sum { |effort| (effort - efforts.sum / efforts.size)**2 }

        def ways(meetings, allowed, hard)
          meetings.reduce([[]]) do |found, _|
            found.flat_map { |way| allowed.map { |effort| way + [effort] } }.reject { |way| way.last >= @limits.hard && ((way.size == 1) ? hard : way[-2] >= @limits.hard) }
          end
        end
      end
    end
  end
end
