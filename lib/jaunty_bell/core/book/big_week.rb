module JauntyBell::Core
  module Book
    # The line above which the last 7 days are a big week for this student, from the weeks before them. A week is not
    # compared with the week before alone: back to normal after one missed class is no big week.
    #
    #   BigWeek.of(series, day, up: 30) # => BigWeek(rule: :fuller, line: 858.0, now: 900, …)
    #
    #   rule     :fuller, against the fullest of the four 7-day blocks before; :again, after a break of two or more
    #   line     load above which the 7 days are pointed out
    #   now      their load
    #   against  what the line is a share of
    #   breaks   empty blocks just before
    BigWeek = Value.of(:rule, :line, :now, :against, breaks: 0)

    class BigWeek
      DAYS = 7
      BLOCKS = 4 # blocks that are looked at before the week, or before the break
      BREAK = 2 # empty blocks that make a break
      AGAIN = 0.75 # of the usual block before a break: above it they do not begin easily
      SESSIONS = 2 # in a week after a break before it can be a big one
      SOURCE = "common practice, no source; the share is the club's (30 % at first)"

      # `up` per cent above the fullest block. nil where the blocks are not known, or hold nothing to compare with. The
      # series' own days decide; the week itself may lie in time to come.
      def self.of(series, day, up:)
        blocks = (1..BLOCKS).map { |back| series.block(day - DAYS * back, DAYS) }
        empty = blocks.take_while { |load| load == 0 }.size
        found = (empty >= BREAK) ? again(series, day, empty) : fuller(blocks, up)
        found&.but(now: series.block(day, DAYS))
      end

      def self.fuller(blocks, up)
        return if blocks.any?(&:nil?)
        new(rule: :fuller, line: blocks.max * (1 + up / 100.0), now: nil, against: blocks.max)
      end

      def self.again(series, day, empty)
        empty += 1 while series.block(day - DAYS * (empty + 1), DAYS) == 0
        before = (1..BLOCKS).map { |back| series.block(day - DAYS * (empty + back), DAYS) }
        return if before.any?(&:nil?)
        usual = before.sum.fdiv(BLOCKS)
        new(rule: :again, line: usual * AGAIN, now: nil, against: usual, breaks: empty)
      end

      private_class_method :fuller, :again

      # Whether the week is one to point out; `sessions` trained in it.
      def over?(sessions) = !now.nil? && now > line && (rule == :fuller || sessions >= SESSIONS)
    end
  end
end
