module JauntyBell::Core
  module Card
    module Checks
      # A drill, a combination or a flow taken off the shelf since.
      class Gone < Check
        rule "gone", :cue

        def findings
          tasks.filter_map do |at, task|
            named = [task.round.drill, task.round.combination, task.round.flow].compact.find(&:archived)
            if named
              say(at, "\"#{named.name}\" has been taken off the shelf since; the round still holds it. Bring it back " \
                "there, or choose another here.")
            end
          end
        end
      end
    end
  end
end
