module JauntyBell::Core
  module Floor
    # What is shown and said of a phase before it begins: [text, what the voice says of it].
    #
    #   PhaseWords.of(Card::Phase.new(name: "moving"), 60)                            # => ["moving", "moving"]
    #   PhaseWords.of(Card::Phase.new(name: "burst", seconds: 30, burst: true), 30).first
    #   # => "Last thirty seconds. No stopping"
    module PhaseWords
      class << self
        # `seconds` it lasts, both sides together.
        def of(phase, seconds)
          return burst(phase, seconds) if phase.burst
          return exercise(phase, seconds) if phase.exercise
          text = [("Other stance" if phase.other), sided(phase.name.to_s, phase)].compact.reject(&:empty?).join(". ")
          [text, text]
        end

        # "thirty seconds", "two minutes", "one minute thirty seconds"
        def time(seconds)
          minutes, rest = seconds.divmod(60)
          return "#{number(seconds)} seconds" if minutes.zero?
          [(minutes == 1) ? "one minute" : "#{number(minutes)} minutes", ("#{number(rest)} seconds" if rest.positive?)]
            .compact.join(" ")
        end

        private

        # Its own name where it has one beyond "burst".
        def burst(phase, seconds)
          own = phase.name.to_s.strip
          own = nil if own.empty? || own.casecmp?("burst")
          text = [own, "Last #{time(seconds)}. No stopping"].compact.join(". ")
          [text, text]
        end

        # An exercise says how long it takes, of each side where it has two.
        def exercise(phase, seconds)
          lasts = time(phase.sides ? seconds / 2 : seconds)
          [phase.name, phase.exercise.spoken].map { |name| "#{sided(name, phase)}, #{lasts}" }
        end

        def sided(name, phase) = phase.sides ? "#{name}, left" : name

        def number(n) = Voice.number(n).join(" ")
      end
    end
  end
end
