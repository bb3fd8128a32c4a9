module JauntyBell
  module StandIns
    # A clock and loudspeaker on the wall of a hall: lines "milliseconds,kind,text" of a cue sheet as they come due,
    # with the faults such clocks have: it runs a little fast or slow, and may jump.
    class GymClock
      # `sheet` a Core::Floor::CueSheet; `rate` seconds gained in a day; `jumps` {ms => ms} by which it is set forward
      # or back.
      def initialize(sheet, rate: 0.0, jumps: {})
        @sheet = sheet
        @rate = 1 + rate / 86_400.0
        @jumps = jumps
      end

      # [[ms on its own clock, Core::Floor::Cue], …] in the order they happen.
      def cues
        Core::Floor::Ring.new(segments: @sheet.segments).resume(0).due(0, @sheet.duration + 1).map do |cue, at|
          [(at * @rate).round + @jumps.sum { |from, by| (at >= from) ? by : 0 }, cue]
        end
      end

      def lines = cues.map { |at, cue| [at, cue.kind, cue.text].join(",") }
    end
  end
end
