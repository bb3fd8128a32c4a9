module JauntyBell::Core
  module Floor
    # How fast and how rightly somebody answered in a read drill, from the strikes a sensor felt and the instants at
    # which something was shown or said. It sees hands alone: an answer without a strike of a hand is not judged.
    #
    #   reaction = Reaction.new(strikes, [Reaction::Shown.new(at: 1_500, feed: "red", hands: %i[left right])])
    #   reaction.median # => ms from what was shown to the first strike, of those that were answered
    class Reaction
      FASTEST = 100 # ms: nobody reacts sooner, so it was a guess (common practice in reaction-time work, from memory)
      GUESSING = 500 # ms before it is shown in which a strike is a guess at it
      LATEST = 3_000 # ms after which a strike answers nothing any more

      # What was shown: ms from the bell at which it was said whole, and the hands of its answer in order; none where
      # the answer has no strike of a hand.
      Shown = Value.of(:at, :feed, :hands)
      # What came of it: `time` ms to the first strike, nil without one; `right` whether the hands fit, nil where that
      # cannot be told; `guessed` where the first strike came before anybody can have seen it.
      Answer = Value.of(:shown, :time, :right, :guessed)

      # [Shown] of the calls among the cues of a read drill's work: each when it has been said, with the hands of its
      # answer in the student's stance (`reading`).
      def self.shown(cues, task, reading)
        feeds = task.drill.facts.feeds.map(&:spoken)
        hands = task.drill.pairs.map { |_, answer| hands_of(answer, reading) }
        cues.select { |cue| cue.kind == :call }.filter_map do |cue|
          place = feeds.index(cue.text)
          Shown.new(at: cue.at + cue.length, feed: cue.text, hands: hands[place]) if place
        end
      end

      # Hands of a combination's strikes in order.
      def self.hands_of(combination, reading)
        struck = combination.actions.select { |action| action.contact? && action.technique.limb == :hand }
        struck.map { |action| reading.hand_of(action.side, :self) }
      end

      # `strikes` Strikes in any order.
      def initialize(strikes, shown)
        @strikes = strikes.sort_by(&:at)
        @shown = shown.sort_by(&:at)
      end

      # [Answer] for each thing shown, in order.
      def answers
        @answers ||= @shown.each_with_index.map { |shown, i| answer(shown, heard(shown, @shown[i + 1])) }
      end

      # The middle time in ms of those that were answered and not guessed; nil without any.
      def median = quantile(0.5)

      # [first quartile, third quartile] in ms: how widely times spread.
      def spread = times.empty? ? nil : [quantile(0.25), quantile(0.75)]

      # Share of right answers, 0–1, of those that can be told and were not guessed; nil without any.
      def right = share(judged) { |answer| answer.right }

      # Share of what was shown that was guessed at; nil where nothing was shown.
      def guessed = share(answers, &:guessed)

      # Share of what was shown that nobody answered.
      def missed = share(answers) { |answer| answer.time.nil? && !answer.guessed }

      # {feed => Reaction of it alone}
      def by_feed
        @shown.map(&:feed).uniq.to_h { |feed| [feed, Of.new(answers.select { |answer| answer.shown.feed == feed })] }
      end

      # The same figures of some of the answers.
      class Of < Reaction
        def initialize(answers)
          super([], [])
          @answers = answers
        end
      end

      private

      # Strikes that belong to what was shown: from a guess at it on until one can be a guess at the next.
      def heard(shown, following)
        till = [shown.at + LATEST, *(following && following.at - GUESSING)].min
        @strikes.select { |strike| strike.at >= shown.at - GUESSING && strike.at < [till, shown.at + FASTEST].max }
      end

      def answer(shown, strikes)
        first = strikes.first
        return Answer.new(shown: shown, time: nil, right: (false if shown.hands.any?), guessed: false) unless first
        time = first.at - shown.at
        guessed = time < FASTEST
        right = strikes.first(shown.hands.size).map(&:hand) == shown.hands if shown.hands.any?
        Answer.new(shown: shown, time: (time unless guessed), right: right, guessed: guessed)
      end

      def judged = answers.reject { |answer| answer.guessed || answer.right.nil? }

      def times = @times ||= answers.filter_map(&:time).sort

      # Linear between neighbours (type 7 of Hyndman and Fan 1996, R's own default).
      def quantile(share)
        return if times.empty?
        place = share * (times.size - 1)
        low, high = times[place.floor], times[place.ceil]
        low + (high - low) * (place - place.floor)
      end

      def share(list, &) = list.empty? ? nil : list.count(&).fdiv(list.size)
    end
  end
end
