module JauntyBell
  module Files
    # What a strike sensor says of a round, as JSON-ready data.
    module ReviewJson
      # Of a strap's samples [[ms, beats a minute], …]: the least, the mean and the most.
      def self.heart(samples)
        beats = Core::Book::HeartRate.heard(samples.map(&:to_a)).map(&:last)
        {samples: beats.size, least: beats.min, mean: beats.empty? ? nil : beats.sum.fdiv(beats.size).round(1),
         most: beats.max}
      end

      # From a Core::Floor::Reaction: times in ms, shares from 0 to 1; what there is nothing for is null.
      def self.reaction(reaction)
        figures(reaction).merge(by_feed: reaction.by_feed.map { |feed, of| {feed: feed, **figures(of)} })
      end

      def self.figures(reaction)
        {shown: reaction.answers.size, median: reaction.median&.round, spread: reaction.spread&.map(&:round),
         right: reaction.right&.round(4), guessed: reaction.guessed&.round(4), missed: reaction.missed&.round(4)}
      end
      private_class_method :figures

      # From a Core::Floor::Review. Shares from 0 to 1, the tempo in beats a minute; what there is too little for is
      # null, and sets and what follows from them where one cannot be told from the next.
      def self.of(review)
        {strikes: review.strikes, told_apart: review.told_apart?, tempo: review.tempo&.round(1),
         sets: review.sets&.size, whole: review.whole, missed: review.missed, wrong_hand: review.wrong,
         extra: review.extra,
         pace: review.pace&.round(4), spread: review.spread&.round(4), drift: review.drift&.round(4),
         fade: review.fade&.round(4), left: review.left&.round(4), left_force: review.left_force&.round(4)}
      end
    end
  end
end
