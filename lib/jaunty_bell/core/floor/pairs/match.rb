module JauntyBell::Core
  module Floor
    class Pairs
      # How well two suit each other, and what forbids it. The shares of level, size, stance and how lately they met are
      # the school's (pair_weights); how each is reckoned is the product's own, no source.
      class Match
        LEVELS = Bench::Complexity::LEVELS.keys.freeze
        UNKNOWN = 0.5 # of a point, where one of the two has no size or level on file
        HALF = 7 # days after which a meeting counts half

        def initialize(school:, contact:, holding:, apart:, met:)
          @school = school
          @contact = contact
          @holding = holding
          @apart = apart.map(&:sort).to_set
          @met = met
        end

        # Why this one does nothing today, or nil.
        def out(partner) = (partner.blocks.include?("all") ? "held back from everything" : nil)

        # Why this one works without a partner today, or nil.
        def alone(partner)
          return if out(partner)
          return "held back from contact" if @contact && partner.blocks.include?("contact")
          "held back from holding pads" if @holding && partner.blocks.include?("holding")
        end

        # Why these two must not work together, or nil. `counted` leaves out what differs from one to the next.
        def stop(one, two, counted: false)
          return "they are kept apart" if @apart.include?([one.id, two.id].sort)
          return unless @contact
          return "an adult and a child do not meet in contact" if one.junior != two.junior
          gap = kg_between(one, two)
          return unless gap && limit.positive? && gap > limit
          allowed = Words.number(limit)
          counted ? "more than #{allowed} kg apart" : "#{Words.number(gap)} kg apart, and the school allows #{allowed}"
        end

        # 0–100.
        def score(one, two)
          parts = {"level" => level(one, two), "size" => size(one, two), "stance" => stance(one, two),
                   "recent" => recent(one, two)}
          weights = @school.pair_weights
          whole = weights.values.sum
          whole.zero? ? 0.0 : 100.0 * parts.sum { |name, part| weights[name] * part } / whole
        end

        # What speaks for and against it, in words.
        def words(one, two)
          gap = kg_between(one, two)
          days = days_since(one, two)
          [(apart_by(one, two) == 0) ? "same level" : nil, gap && "#{gap} kg apart",
            ("stance as wished" if wishes(one, two).any? && wishes(one, two).all?),
            if days
              "met #{days.zero? ? "today" : "#{Words.many(days, "day")} ago"}"
            else
              "not met lately"
            end].compact
        end

        def graph(partners) = Graph.new(partners, self)

        private

        def limit = @school.size_gap

        def kg_between(one, two) = one.kg && two.kg && (one.kg - two.kg).abs

        def apart_by(one, two) = one.level && two.level && (LEVELS.index(one.level) - LEVELS.index(two.level)).abs

        def level(one, two) = apart_by(one, two)&.then { |steps| 1 - steps / 2.0 } || UNKNOWN

        def size(one, two)
          gap = kg_between(one, two) or return UNKNOWN
          [1 - gap.fdiv(limit.positive? ? limit : 15), 0].max
        end

        # Each wish that was made, kept or not.
        def wishes(one, two) =
          [one, two].map(&:wish).compact.map { |wish| (wish == "same") == (one.stance == two.stance) }

        def stance(one, two) = wishes(one, two).then { |made| made.empty? ? 1 : made.count(true).fdiv(made.size) }

        def days_since(one, two) = @met[[one.id, two.id].sort]

        def recent(one, two) = days_since(one, two)&.then { |days| 1 - 2.0**-days.fdiv(HALF) } || 1
      end
    end
  end
end
