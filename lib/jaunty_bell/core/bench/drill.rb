module JauntyBell::Core
  module Bench
    # A combination, or a pool of them, on an implement in a manner: what is put on a card.
    #
    #   pool        Combinations in order, the first the usual one
    #   versions    {rung => index into the pool}: which one is drilled at that rung, where it differs
    #   count       sets in a counted drill; on/off the inner interval in seconds, or nil; `rest` still or active
    #   feeds_aloud whether the voice says what the partner does where they are imagined (on a bag, in the air)
    #   feeds       in a read drill, what is shown for each of the pool (Feed); empty in every other
    #   trade       how partners give and take (Trade), or nil
    #   intensity   how hard it is struck, said before it begins; nil where the round says
    class Drill
      MANNERS = %w[counted clocked counted-then-clocked called series ladder burst flow trade read].freeze
      LADDERS = %w[up down both].freeze
      RESTS = %w[still active].freeze
      INTENSITIES = %w[touch light hard].freeze # of a trade
      COUNTS = (1..200) # sets of a counted drill
      INTERVALS = (1..600) # seconds on, and off
      BREATH = "Breathe out on each strike."
      MOST_READ = 20 # feeds of a read drill
      NOT_ON_SHELF = "The pool names a combination that is not on your shelf."

      Facts = Value.of(:pool, :implement, manner: "clocked", tempo: Pace::TEMPO, pause: Pace::PAUSE, both_sides: false,
        rungs: Rungs::ALL, versions: {}, count: nil, on: nil, off: nil, rest: "still", ladder: "up", breathing: true,
        feeds_aloud: false, feeds: [].freeze, trade: nil, juniors: false, intensity: nil, level: nil, kit: nil)

      # From plain data with symbol keys (what is stored and sent); `meanings` {combination id => Combination} of its
      # pool. Raises InvalidInput.
      def self.from_data(data, meanings, reading = Notation::Reading.new)
        pool = data[:pool].each_with_index.map { |each, i| member(each, i, meanings) }
        feeds = (data[:manner] == "read") ? data[:pool].map { |each| Feed.read(each[:feed].to_s, reading) } : []
        trade = trade_of(data[:trade]) if data[:manner] == "trade" && data[:trade]
        versions = data[:pool].each_with_index.flat_map { |each, i| each[:at_rungs].to_a.map { |rung| [rung, i] } }.to_h
        new(pool: pool, implement: Lexicon::Implements[data[:implement]], versions: versions,
          tempo: Rational(data[:tempo].to_s), pause: Rational(data[:pause_s].to_s), rungs: data[:rungs].to_a,
          kit: data[:kit]&.to_a, feeds: feeds, trade: trade,
          intensity: data[:intensity]&.to_sym,
          on: data[:on_s], off: data[:off_s], **data.slice(:manner, :both_sides, :count, :rest, :ladder, :breathing,
            :feeds_aloud))
      end

      # One of the pool; in a read drill a feed without its answer says so.
      def self.member(each, index, meanings)
        id = each[:combination_id]
        if id.nil?
          said = each[:feed].to_s.strip.empty? ? "This line" : "\"#{each[:feed].strip}\""
          raise InvalidInput.new("#{said} has no answer: choose what is done then.", path: "pool/#{index}")
        end
        meanings.fetch(id) { raise InvalidInput.new(NOT_ON_SHELF, path: "pool") }
      end

      def self.trade_of(data)
        facts = data.to_h.transform_keys(&:to_sym).slice(:turn, :sets, :begins, :expected)
        Trade.new(turn: "n for n", **facts.compact)
      end
      private_class_method :member, :trade_of

      attr_reader :facts

      # A trade that says no more is set for set, light. Raises InvalidInput for what cannot be drilled so.
      def initialize(**given)
        given = {trade: Trade.new(turn: "n for n"), intensity: :light, **given.compact} if given[:manner] == "trade"
        @facts = Facts.new(**given)
        check
      end

      # What must be worn and at hand: the implement's and the techniques' gear, or the list the coach made.
      def kit = facts.kit || usual_kit

      # From the implement and the techniques; what a coach edits begins with it.
      def usual_kit
        needed = facts.implement.hit? ? techniques.select(&:strike?).flat_map(&:gear) : []
        (facts.implement.gear + needed + cones).uniq
      end

      def holder_cues = facts.implement.holder_cues

      # Cautions of the implement and of every technique in the pool.
      def cautions = Words.sentences(facts.implement.cautions + techniques.flat_map(&:cautions))

      # What the student is told: a cue of each technique, and to breathe.
      def cues
        all = techniques.flat_map(&:cues).uniq
        (facts.breathing && techniques.any?(&:strike?)) ? all + [BREATH] : all
      end

      # The combination drilled at a rung.
      def at(rung) = facts.pool.fetch(facts.versions.fetch(rung, 0))

      # What the corner says of each of the pool in this drill: an array of Analyses.
      def analyses(reading: Notation::Reading.new, school: Lexicon::School.default)
        setting = Flow::Setting.new(school: school, implement: facts.implement, manner: facts.manner, kit: kit,
          juniors: facts.juniors, intensity: facts.intensity, level: facts.level)
        judged.map do |combination|
          Analysis.new(combination, reading: reading, setting: setting, tempo: facts.tempo, pause: facts.pause)
        end
      end

      def trade = facts.trade

      # [[Feed, answer], …] of a read drill.
      def pairs = facts.feeds.zip(facts.pool)

      # The steps of a ladder: 1; 1-2; 1-2-3; … up, down, or both.
      def ladder_lines
        whole = facts.pool.first
        up = (1..whole.actions.size).map { |count| whole.first(count) }
        {"up" => up, "down" => up.reverse, "both" => up + up.reverse.drop(1)}.fetch(facts.ladder)
      end

      private

      # Where a pattern of steps turns.
      def cones
        most = facts.pool.filter_map { |each| Path.of(each)&.corners&.size }.max
        most ? ["#{most} cones"] : []
      end

      # The pool as the walk judges it: an answer with the feed before it.
      def judged = facts.feeds.any? ? pairs.map { |feed, answer| feed.before(answer) } : facts.pool

      def techniques
        @techniques ||= facts.pool.flat_map(&:actions).select(&:own?)
          .flat_map { |action| [action.technique, action.with&.technique] }.compact.uniq
      end

      def check
        refuse("pool", "A drill needs at least one combination.") if facts.pool.empty?
        choice("manner", facts.manner, MANNERS)
        choice("ladder", facts.ladder, LADDERS)
        choice("rest", facts.rest, RESTS)
        facts.rungs.each { |rung| choice("rungs", rung, Rungs::ALL) }
        refuse("rungs", "A drill is done at one rung at least.") if facts.rungs.empty?
        facts.versions.each do |rung, index|
          refuse("versions/#{rung}", "This version is not in the pool.") unless facts.pool[index]
        end
        if facts.manner.start_with?("counted") && !COUNTS.cover?(facts.count || 0)
          refuse("count", "A counted drill needs a count from 1 to 200.")
        end
        check_interval
        check_feeds if facts.manner == "read"
        check_trade if facts.manner == "trade"
      end

      def check_feeds
        if facts.feeds.size < 2
          refuse("pool", "See this, do that: with one thing to see there is nothing to read. Give two at least.")
        end
        if facts.feeds.size > MOST_READ
          refuse("pool", "Nobody reads #{facts.feeds.size} things: #{MOST_READ} are the most.")
        end
        facts.feeds.each_with_index do |feed, i|
          refuse("pool/#{i}/feed", "Say what the partner does or shows before this answer.") if feed.text.empty?
          twin = facts.feeds.first(i).index { |other| other.identity == feed.identity }
          next unless twin
          refuse("pool/#{i}/feed", "\"#{feed.text}\" is shown twice, and nobody could tell which answer is meant: " \
            "change it, or take one out.")
        end
      end

      def check_trade
        trade.checked
        if facts.pool.size > 2
          refuse("pool", "A trade has what the first throws and what the other answers: two at most.")
        end
        choice("intensity", facts.intensity&.to_s, [nil, *INTENSITIES])
      end

      def check_interval
        return if facts.on.nil? && facts.off.nil?
        unless [facts.on, facts.off].all? { |s| s.is_a?(Integer) && INTERVALS.cover?(s) }
          refuse("on", "An inner interval needs seconds on and seconds off, each from 1 to 600.")
        end
      end

      def choice(path, value, allowed)
        unless allowed.include?(value)
          refuse(path, "\"#{value}\" is not a choice. Choose from: #{allowed.compact.join(", ")}.")
        end
      end

      def refuse(path, message) = raise(InvalidInput.new(message, path: path))
    end
  end
end
