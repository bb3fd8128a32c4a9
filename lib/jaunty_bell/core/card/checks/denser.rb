module JauntyBell::Core
  module Card
    module Checks
      # Rounds in which much more is struck than before at the same planned effort: planned load is effort × minutes and
      # does not see it. Against the card as it was (Plan#before); nothing is said of a card that was not.
      class Denser < Check
        rule "denser", :cue
        GROWN = 1.5 # times the strikes a minute; the product's own, no source

        def findings
          return [] unless plan.before
          Difference.new(plan.before.blocks, blocks).matched_places.filter_map do |was, is|
            before, now = rate(plan.before, was), rate(plan, is)
            next unless before && now && now >= GROWN * before && effort(plan.before, was) >= effort(plan, is)
            say(is, "#{round_at(is).title} comes to #{now.round} strikes a minute; it was #{before.round} at " \
              "the same planned effort. Planned load is effort × minutes and does not see it: is it still" \
              " #{Words.number(round_at(is).effort)}?",
              [(if round_at(is).effort <= 9
                  mend("Effort #{Words.number(round_at(is).effort + 1)}") do
                    Edit.round(blocks, is, effort: round_at(is).effort + 1)
                  end
                end)])
          end
        end

        private

        def effort(of, at) = of.work(of.tasks.fetch(at)).effort

        # Strikes a minute of one student; nil where nobody strikes.
        def rate(of, at)
          task = of.tasks.fetch(at)
          work = of.work(task)
          strikes = Share.mean(work.shares).strikes if task.strikes?
          strikes * 60.0 / work.seconds if strikes&.positive?
        end
      end
    end
  end
end
