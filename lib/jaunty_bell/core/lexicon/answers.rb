module JauntyBell::Core
  module Lexicon
    # What usually answers a partner's strike, for both stances. Common practice, no source (answers.yml).
    module Answers
      # Answers to a feed, as [technique id, side or nil], the usual first. `setting` has #partner and #school.
      def self.to(technique, side, level, setting)
        Shipped.answers.fetch("answers").fetch(kind(technique, level)).map do |answer|
          id = answer.delete_suffix(" facing").tr(" ", "-")
          [id, answer.end_with?(" facing") ? hand(id, technique, side, setting) : nil]
        end
      end

      # Our side that a partner's limb comes at: crosswise in the same stance, straight over in opposite ones.
      def self.facing(side, partner)
        (partner == :opposite) ? side : other(side)
      end

      def self.other(side) = (side == :lead) ? :rear : :lead

      def self.hand(id, technique, side, setting)
        return setting.school.catch_cross.to_sym if id == "catch" && technique.id == "cross"
        facing(side, setting.partner)
      end
      private_class_method :hand

      # The row of the tables that a strike belongs to.
      def self.kind(technique, level)
        return "elbow" if technique.elbow?
        return "knee" if technique.knee?
        return technique.plane.to_s if technique.punch?
        return "leg kick" if level == :leg
        (technique.plane == :pushing) ? "pushing kick" : "kick"
      end
    end
  end
end
