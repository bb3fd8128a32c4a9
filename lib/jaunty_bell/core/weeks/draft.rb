module JauntyBell::Core
  module Weeks
    # A class of a plan as a card: the template's rounds with its technical ones given to the places of the plan, at the
    # effort that was planned, made to fit.
    #
    #   draft = Draft.new(template, planned, shelf: {id => Card::Named})
    #   draft.blocks # => [Card::Block]
    #   draft.fit    # => Card::Fit: what had to give, or why it cannot fit
    class Draft
      GRID = 2 # efforts go by half points
      # Instead of an implement that cannot take it, if the club owns it
      HIT = %w[long-pads kick-shield hanging-bag].freeze
      EXPLAIN = 60 # seconds for what nobody knows
      EASY = 3
      OF_THE_DRILL = {tempo: nil, pause: nil, both_sides: nil, on: nil, off: nil}.freeze # its own stand

      # Technical rounds of a template: [block, round] indexes of the rounds outside circuits that drill a combination.
      def self.technical(plan) = plan.tasks.select { |(b, _), task| task.drilled? && !plan.blocks[b].circuit? }.keys

      # Mean seconds of work in them.
      def self.seconds(plan) =
        technical(plan).then { |at| at.empty? ? 0 : at.sum { |index| plan.tasks[index].round.work } / at.size }

      # `drills` {[combination id, rung] => Card::Named} what the club drills it by there.
      def initialize(template, planned, shelf:, drills: {})
        @template = template
        @planned = planned
        @shelf = shelf
        @drills = drills
      end

      def fit = @fit ||= Card::Fit.new(filled, minutes: @planned.meeting.minutes, load: limit)

      def blocks = fit.blocks

      # The template with its places filled, before it is made to fit.
      def filled
        at = Draft.technical(@template).zip(places).to_h
        blocks = @template.blocks.each_with_index.map do |block, b|
          block.but(rounds: block.rounds.each_with_index.map { |round, r|
            eased(at[[b, r]] ? round_for(*at[[b, r]], round, @template.tasks[[b, r]]) : round)
          })
        end
        @template.with(blocks: blocks, minutes: @planned.meeting.minutes)
      end

      private

      # The load that was planned, with the half point that efforts are rounded by.
      def limit = (@planned.effort + 1r / GRID) * @planned.meeting.minutes

      # Each as often as it stands; of two, the part comes first.
      def places
        @planned.places.flat_map { |place|
          [(place.times > 1) ? ", #{place.part || "a part"} first" : nil, *[nil] * (place.times - 1)]
            .map { |part| [place, part] }
        }
      end

      def round_for(place, part, round, task)
        named = @shelf.fetch(place.combination_id)
        given = round.but(title: "#{named.name}#{part}", drill: nil, combination: named, rung: place.rung,
          implement: nil, explain: (place.kind == :new) ? [round.explain, EXPLAIN].max : round.explain,
          beginners: rung(place, :behind), ahead: rung(place, :ahead),
          **from_drill(task))
        drill = @drills[[place.combination_id, place.rung]]
        return given.but(drill: drill, combination: nil, title: drill.name, **OF_THE_DRILL) if drill && part.nil?
        given.but(implement: implement(given, task))
      end

      # What the drill had said, now that the combination stands without it.
      def from_drill(task) = task.drill ? {tempo: task.tempo, pause: task.pause, both_sides: task.both_sides?} : {}

      def implement(round, task)
        return "air" if round.rung == "air"
        usual = task.implement
        new = Card::Task.new(round.but(implement: usual&.id), task.kind, school: @template.company.school)
        return usual&.id if usual.nil? || new.done_on?(usual)
        HIT.find { |id|
          @template.company.owned(Lexicon::Implements[id]) != 0 && new.done_on?(Lexicon::Implements[id])
        } || "air"
      end

      # Efforts go up or down together, so that the class comes to what was planned; warming up and walking it off stay
      # what they are.
      def eased(round)
        return round if round.effort <= EASY
        round.but(effort: (((round.effort + shift) * GRID).round / GRID.to_f).clamp(1, 10))
      end

      def shift
        @shift ||= begin
          runs = @template.runs
          moved = runs.select { |run| run.effort > EASY }.sum(&:work)
          moved.zero? ? 0 : (@planned.effort - @template.mean_effort.to_r) * runs.sum(&:work) / moved
        end
      end

      # Of the lane next to the group's that does another rung.
      def rung(place, where)
        lanes = place.lanes.select { |lane| lane.place == where && lane.rung != place.rung }
        ((where == :behind) ? lanes.last : lanes.first)&.rung
      end
    end
  end
end
