require "jaunty_bell/command_line/commands"

module JauntyBell
  class CommandLine
    # Of a card's file: its sums, what would make it fit, its cues, its people.
    class OfCard < Commands
      NAMES = %w[card fit version late rotate cues pairs homework].freeze
      WITHOUT = {"partners" => "no partner", "partner" => "no partner", "bags" => "no bag", "bag" => "no bag",
                 "gloves" => "no gloves", "space" => "no space"}.freeze
      FOR = {"beginners" => "beginners", "beginners beside" => "beginners beside", "juniors" => "juniors"}.freeze

      # Everything the Card says of a card's file.
      def card = Files::CardSumsJson.new(card_plan).to_h

      # What would be left of the card within the limits, and what that changes.
      def fit
        refuse("Say how long the class is: --minutes N.") unless given[:minutes]
        fit = Card::Fit.new(card_plan, minutes: integer(:minutes), load: given[:load] && number(:load).to_f)
        {possible: fit.possible?, reason: fit.reason, **changed(fit.blocks, fit.minutes)}
      end

      # A card for all that is asked together: --without bags,gloves --for juniors --minutes N --load N.
      def version
        kinds = listed(:without, WITHOUT) + listed(:for, FOR)
        blocks = Card::Variants.of(card_plan, kinds, minutes: given[:minutes] && integer(:minutes),
          load: given[:load] && number(:load).to_f)
        changed(blocks, given[:minutes] ? integer(:minutes) : card_plan.minutes)
      end

      # What stays of a class that has come so far, where there are only so many minutes from then on.
      def late
        unless given[:at] && given[:minutes]
          refuse("Say how far the class has come and how long there is: --at M:SS --minutes N.")
        end
        sheet = Floor::CueSheet.new(card_plan)
        at = seconds(:at)
        if at * 1_000 >= sheet.duration
          refuse("At #{Words.clock(at)} the class is over: it takes #{Words.clock(sheet.duration / 1_000)}.")
        end
        fitted = Floor::CatchUp.new(sheet.segments, Core::Floor::Rounds.of(card_plan), at: (at * 1_000).to_i,
          seconds: integer(:minutes) * 60)
        added = fitted.added or
          refuse("What must stay takes #{Words.clock(fitted.over)} more than that at its shortest.")
        {changes: fitted.changes.map { |change| {title: change.title, planned: change.was, work: change.work} },
         added_ms: added, ends: (sheet.duration + added.values.sum) / 1_000}
      end

      # The rotation of every circuit of the card: groups, and for each bell the station of each group ("waits" where it
      # waits).
      def rotate
        refuse("Say how many students there are: --students N.") unless given[:students]
        circuits = card_plan.blocks.select(&:circuit?)
        refuse("There is no circuit on this card.") if circuits.empty?
        circuits.map do |block|
          circuit = card_plan.circuit(block)
          stations = block.rounds.map(&:title)
          {circuit: block.name, groups: circuit.groups, laps: circuit.laps, bells: circuit.steps, waits: circuit.waits,
           table: circuit.table.map { |row| row.map { |place| place ? stations[place] : "waits" } }}
        end
      end

      # The cue sheet, with each segment's cues.
      def cues
        sheet = Floor::CueSheet.new(card_plan, seed: given[:seed] ? integer(:seed) : 0)
        {duration: sheet.duration, segments: sheet.segments.map { |segment| Files::SegmentJson.of(segment) }}
      end

      def pairs = Files::PairsJson.of(Files::PairsJson.read(file).made)

      def homework = Files::HomeworkJson.of(Files::HomeworkJson.made(file, reading))

      private

      # What words of a list stand for.
      def listed(name, known)
        given[name].to_s.split(",").map do |word|
          known.fetch(word.strip.downcase) do
            refuse("--#{name} is any of #{known.keys.join(", ")}, not \"#{word.strip}\".")
          end
        end
      end

      # The sums of the card with other blocks, and how it differs.
      def changed(blocks, minutes)
        after = card_plan.with(blocks: blocks, minutes: minutes)
        {total: after.total, planned_load: after.planned_load.to_f.round(3),
         changes: Files::DifferenceJson.of(Card::Difference.new(card_plan.blocks, blocks)),
         blocks: Core::Card::Data.of(blocks)}
      end

      def card_plan
        @card_plan ||= Files::CardFile.plan(Files::CardFile.read(file, reading),
          Card::Company.new(students: given[:students] && integer(:students), reading: reading, school: setting.school))
      end
    end
  end
end
