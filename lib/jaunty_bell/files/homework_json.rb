require "json"

module JauntyBell
  module Files
    # Homework as a file: what is asked for, and the class that is made of it.
    module HomeworkJson
      WISHES = {"due" => :due, "weak" => :weak, "ready" => :ready, "next" => :next}.freeze
      FACTS = %i[minutes load easy level juniors seed recent].freeze

      class << self
        # A Core::Book::Homework::Made from a file's text. Raises Core::InvalidInput.
        def made(text, reading)
          data = JSON.parse(text)
          reading = reading.but(stance: data.fetch("stance", reading.stance).to_sym)
          facts = FACTS.to_h { |name| [name, data[name.to_s]] }.compact
          holds = data.fetch("holds", []).each_with_index.map { |hold, i| hold(hold, i) }
          Core::Book::Homework.new(wishes: wishes(data.fetch("drill"), reading),
            home: Core::Book::Homework::Home.of(data), holds: holds, reading: reading, **facts).made
        rescue JSON::ParserError, KeyError, TypeError, NoMethodError => e
          raise Core::InvalidInput, "This is no file of homework: #{e.message.lines.first.strip}"
        end

        # JSON-ready data of a Made.
        def of(made)
          plan = made.plan
          {seconds: plan.total, effort: plan.mean_effort.to_f.round(2), load: made.load.to_f.round(1),
           signature: made.signature, blocks: plan.blocks.each_with_index.map { |block, b| block(block, b, made) },
           **said(made)}
        end

        # As a device runs it without a network: rounds, what is drilled in them and what is heard, as of a class.
        def kept(made, reading, per_rep:, voice:)
          plan = made.plan
          {seconds: plan.total, rounds: rounds(made), combinations: combinations(plan, reading),
           exercises: plan.blocks.flat_map(&:rounds).filter_map(&:exercise).uniq
             .to_h { |exercise| [exercise.id, ExerciseJson.of(exercise, per_rep)] },
           segments: Core::Floor::CueSheet.new(plan, voice: voice).segments.map { |each| SegmentJson.of(each) },
           **said(made)}
        end

        private

        # What is said with it.
        def said(made)
          {cautions: made.cautions, shorter: made.shorter,
           left_out: made.left_out.map { |name, why| {name: name, why: why} }}
        end

        def rounds(made)
          Core::Floor::Rounds.of(made.plan).zip(made.plan.runs).map do |round, run|
            written = made.plan.blocks[run.block].rounds[run.round]
            round.slice(:title, :block, :shown, :exercise, :rung, :work_s)
              .merge(on: written.implement, effort: written.effort, why: made.reasons[[run.block, run.round]])
          end
        end

        # What is drilled, by what its rounds show.
        def combinations(plan, reading)
          on_shelf = plan.blocks.flat_map(&:rounds).filter_map(&:combination).select(&:id)
            .to_h { |named| [named.id, {name: named.name, what: named.what}] }
          on_shelf.merge(Core::Floor::Rounds.written(plan))
            .to_h { |key, said| [key, CombinationJson.written(key, said, reading)] }
        end

        def block(block, index, made)
          {kind: block.kind, rounds: block.rounds.each_with_index.map { |round, i|
            {title: round.title, work_s: round.work, rest_s: round.rest, effort: round.effort,
             exercise: round.exercise&.id, combination: round.combination&.id, rung: round.combination && round.rung,
             on: round.implement, why: made.reasons[[index, i]]}.compact
          }}
        end

        def wishes(list, reading)
          list.each_with_index.map do |each, i|
            kind = WISHES.fetch(each.fetch("kind", "due")) do |said|
              raise Core::InvalidInput.new("\"#{said}\" is no reason to drill. Choose from: #{WISHES.keys.join(", ")}.",
                path: "drill/#{i}/kind")
            end
            text = each.fetch("combination")
            Core::Book::Homework::Wish.new(kind: kind, rung: rung(each, i), reason: each["why"],
              named: Core::Card::Named.new(id: each.fetch("name", text), name: each.fetch("name", text),
                what: Core::Bench::Notation.read(text, reading)))
          end
        end

        def rung(each, index)
          rung = each.fetch("rung", "count")
          return rung if Core::Bench::Rungs::ALL.include?(rung)
          raise Core::InvalidInput.new("\"#{rung}\" is not a rung. Choose from: #{Core::Bench::Rungs::ALL.join(", ")}.",
            path: "drill/#{index}/rung")
        end

        def hold(data, index)
          Core::Care::Hold.new(matter: data.fetch("matter"), blocks: data.fetch("blocks"), from: Date.new(2000, 1, 1))
            .checked
        rescue Core::InvalidInput => e
          raise Core::InvalidInput.new(e.message, path: "holds/#{index}/#{e.path}")
        end
      end
    end
  end
end
