module JauntyBell::Core
  module Bench
    module Flow
      module Rules
        # The partner strikes and nothing answers within the next two actions of ours.
        class UnansweredFeed < Rule
          rule "unanswered-feed", of: :strike?, contact: false

          ANSWERS = %w[pivot step-off].freeze

          def check(visit, walk)
            feed = visit.action
            return if feed.own? || feed.feint || visit.seam
            return if following(visit, walk).any? { |action| answer?(action) }
            usual = usual_answers(feed, walk.setting).map { |answer| name(answer) }
            theirs = "Their #{name(feed.but(by: :self))}#{" (imagined here)" unless walk.setting.partnered?}"
            yield finding(:cue, visit.index, "#{theirs} is not met: #{usual.join(", or ")}.")
          end

          def mends(finding, walk)
            usual_answers(walk.actions[finding.at], walk.setting).each do |answer|
              yield name(answer), walk.combination.inserting_after(finding.at, answer)
            end
          end

          private

          def following(visit, walk)
            rest = walk.actions[(visit.index + 1)..]
            rest += walk.actions if walk.setting.seam
            rest.select { |action| action.own? && !action.pause? }.first(2)
          end

          def answer?(action)
            [action, action.with].compact.any? do |part|
              part.technique.defence? || part.technique.control? || ANSWERS.include?(part.technique.id)
            end
          end

          def usual_answers(feed, setting) =
            Lexicon::Answers.to(feed.technique, feed.side, feed.level, setting).map { |id, side| act(id, side) }
        end
      end
    end
  end
end
