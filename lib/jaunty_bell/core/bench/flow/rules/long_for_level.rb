module JauntyBell::Core
  module Bench
    module Flow
      module Rules
        # More contact strikes than this level takes at once (a club's rule of thumb).
        class LongForLevel < Rule
          rule "long-for-level"

          def check(walk)
            limit = walk.setting.level && walk.setting.school.level_limits[walk.setting.level]
            return unless limit
            strikes = walk.combination.strikes_counting_repeats_once
            return if strikes <= limit
            yield finding(:cue, nil,
              "#{Words.many(strikes, "strike")} is long for #{walk.setting.level} " \
              "(#{limit} is the rule of thumb here): teach it " \
              "in parts.")
          end

          def mends(_finding, walk)
            limit = walk.setting.school.level_limits[walk.setting.level]
            contacts = walk.actions.each_index.select { |i| walk.actions[i].contact? }
            yield "its first #{Words.many(limit, "strike")}",
              walk.combination.first(contacts[limit] || walk.actions.size)
          end
        end
      end
    end
  end
end
