module JauntyBell::Core
  module Bench
    module Flow
      # What a walk would find in a combination that has been changed a little, walked anew only as far as the change
      # reaches: it begins where the rules can first see it, and ends where the body stands as it stood. What it finds
      # is what a walk of the whole finds, though not at the places in the changed combination.
      class Trial < Walker
        AHEAD = 2 # actions of ours that a rule looks at beyond an action (UnansweredFeed)
        BACK = 2 # actions a rule looks at before one (HandAway)

        # `walk` of the combination as it was.
        def initialize(walk, changed)
          @walk = walk
          super(changed, walk.setting, walk.stance)
        end

        private

        def walk
          start = @start = first_reached
          begin_at(start)
          previous = start.zero? ? nil : @walk.visits[start - 1]
          as_it_was = 0 # stages running that the body stands as it stood
          (start...actions.size).each do |index|
            as_it_was = as_before?(index) ? as_it_was + 1 : 0
            return join(index - shift) if as_it_was > BACK && joins?(index, index - shift)
            previous = visit(index, previous)
          end
          finish(previous)
        end

        def begin_at(index)
          return @body = Body.new(stance, starting_band) if index.zero?
          stage = @walk.stages[index]
          @body, @told = stage.body.dup, stage.told
          @findings = @walk.findings.first(stage.found)
        end

        # The first action that is judged by anything that has changed; 0 where the body begins otherwise.
        def first_reached
          index = own = 0
          index += 1 while index < actions.size && actions[index] == @walk.actions[index]
          while own < AHEAD && index.positive?
            index -= 1
            own += 1 if actions[index].own? && !actions[index].pause?
          end
          (own == AHEAD && starting_band == @walk.starting_band) ? index : 0
        end

        # How many actions more there are than there were.
        def shift = actions.size - @walk.actions.size

        # Whether the body comes to an action as it came to the one so far from the end before.
        def as_before?(index)
          was = index - shift
          was >= 0 && @body == @walk.stages[was]&.body
        end

        # Whether nothing of what has changed can be seen any more: what is done from here on and just before, what is
        # told once, the first contact, and the first of this set where the next follows it. The feet follow from the
        # body and from what is done.
        def joins?(index, was)
          actions[(index - BACK)..] == @walk.actions[(was - BACK)..] &&
            @told.sort == @walk.stages[was].told.sort && contact_before?(index) == @walk.contact_before?(was) &&
            !(setting.seam && @start.zero?)
        end

        def join(was)
          @findings += @walk.found_from(was)
          @hands_left_out = @walk.hands_left_out
        end
      end
    end
  end
end
