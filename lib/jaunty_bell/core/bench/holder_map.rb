module JauntyBell::Core
  module Bench
    # What the holder does for each action of a combination: which pad, how high, how it is turned, and where the idle
    # pad waits. Computed from the combination and both stances; common practice, no source (lexicon/answers.yml).
    #
    #   HolderMap.of(Notation.read("1-2-3b")).map { |show| show&.pad } # => ["right", "left", "right"]
    module HolderMap
      # pad: "left", "right", "both", "belly" or "thigh"; height: "head", "chest", "body" or "thigh".
      Show = Value.of(:pad, :height, :turned, :idle) do
        def to_s = "#{(pad == "both") ? "both pads" : "#{pad} pad"}, #{height} height, turned #{turned}; #{idle}"
      end

      class << self
        # One Show for each action; nil where nothing is hit.
        def of(combination, reading = Notation::Reading.new, school = Lexicon::School.default)
          combination.actions.map { |action| action.contact? ? show(action, reading, school) : nil }
        end

        private

        def show(action, reading, school)
          kind = Lexicon::Answers.kind(action.technique, action.level)
          facts = Lexicon::Shipped.answers.fetch("shows").fetch(kind)
          side = (action.technique.id == "cross") ? school.catch_cross
            .to_sym : Lexicon::Answers.facing(action.side, reading.partner)
          hand = reading.hand_of(side, :partner).to_s
          pad = (facts["pad"] == "facing") ? hand : facts["pad"]
          Show.new(pad: pad, height: height(pad, action, school), turned: facts["turned"],
            idle: idle(pad, reading, side, school))
        end

        # A school may show head strikes at the chest, so that shoulders stay low.
        def height(pad, action, school)
          return "thigh" if pad == "thigh" || action.level == :leg
          (action.level == :body) ? "body" : school.feed_height
        end

        def idle(pad, reading, side, school)
          return "both arms bent, never locked" unless %w[left right].include?(pad)
          where = (school.feed_width == "wide") ? "a shoulder's width out" : "home at your own cheek"
          "#{reading.hand_of(Lexicon::Answers.other(side), :partner)} pad #{where}"
        end
      end
    end
  end
end
