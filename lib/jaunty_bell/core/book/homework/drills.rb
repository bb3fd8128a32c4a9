module JauntyBell::Core
  module Book
    class Homework
      # What is drilled alone: wishes that can be done there, each on what there is and at a rung that needs nobody
      # else.
      class Drills
        # A Card::Round and why it is there.
        Drilled = Value.of(:round, :reason)
        ALONE = %w[air count clock move].freeze # rungs nobody else is needed for
        EFFORTS = {"air" => 3, "count" => 4, "clock" => 5, "move" => 6}.freeze
        LEARNED_IN = 2 # rounds in a row of one combination
        SHORTEST = 2 # strikes of a part that is worth drilling
        TOUCHING = ["hand control"].freeze # families that want somebody to touch
        WORDS = {due: "due", weak: "a weak link", ready: "ready for more", next: "new"}.freeze

        def initialize(wishes, home:, holds:, reading:)
          @home = home.checked
          @reading = reading
          @limbs = holds.flat_map(&:blocks) & Care::LIMBS
          @left_out = {}
          @possible = wishes.sort_by.with_index { |wish, i| [KINDS.index(wish.kind), i] }
            .filter_map { |wish| fitted(wish) }
        end

        def none? = @possible.empty?

        # [[name, why]] of what cannot be done there.
        def left_out = @left_out.to_a

        # An array of Drilled for a Hour::Times.
        def rounds(times, random)
          chosen = choose((times.rounds / LEARNED_IN.to_f).ceil, random)
          Array.new(times.rounds) do |i|
            wish = chosen[i * chosen.size / times.rounds]
            again = i.positive? && chosen[(i - 1) * chosen.size / times.rounds] == wish
            Drilled.new(round: round(wish, times, again), reason: wish.reason || WORDS.fetch(wish.kind))
          end
        end

        private

        # Of each kind in another order each time, the kinds one after the other.
        def choose(count, random)
          @possible.group_by(&:kind).values.flat_map { |wishes| wishes.shuffle(random: random) }.first(count)
        end

        # First slower, then at its rung.
        def round(wish, times, again)
          rung = again ? wish.rung : lower(wish.rung)
          combination = wish.named
          Card::Round.new(title: combination.name, combination: combination, rung: rung, effort: EFFORTS.fetch(rung),
            implement: implement(combination.what, rung), work: times.work, rest: times.rest, contact: false)
        end

        def lower(rung) = ALONE[[ALONE.index(rung) - 1, 0].max]

        def implement(combination, rung)
          bag = Lexicon::Implements["hanging-bag"]
          return bag.id if @home.bag? && rung != "air" && combination.actions.all? { |action|
            !action.contact? || bag.takes?(action.technique)
          }
          @home.mirror? ? "mirror" : "air"
        end

        # The wish as it can be done there, or nil, with why not.
        def fitted(wish)
          why = refusal(wish.named.what)
          return leave_out(wish, why) if why
          what = spared(wish.named.what)
          return leave_out(wish, "it wants the #{@limbs.join(" or the ")}") unless what
          named = (what == wish.named.what) ? wish.named : part_of(wish.named, what)
          wish.but(named: named, rung: alone(wish.rung))
        end

        def leave_out(wish, why)
          @left_out[wish.named.name] = why
          nil
        end

        def refusal(combination)
          techniques = combination.actions.flat_map { |action| [action.technique, action.with&.technique] }.compact
          if techniques.any? { |each| TOUCHING.include?(each.family) || each.id == "clinch" } then "it wants a partner"
          elsif @home.quiet && techniques.any? { |each| jumps?(each) } then "it jumps, and there are neighbours below"
          elsif !@home.kicks? && techniques.any? { |each| each.limb == :leg } then "there is no room to kick"
          elsif !@home.kicks? && techniques.any?(&:step?) then "there is no room to step"
          end
        end

        def jumps?(technique) = Bench::Figure::Moves.of(technique).any? { |_, facts| facts.is_a?(Hash) && facts[:lift] }

        def spared(combination)
          limb = ->(action) { Care::Substitute.limb(action, @reading) }
          return combination if combination.actions.none? { |action| @limbs.include?(limb.call(action)) }
          part = Care::Substitute.longest_part(combination, @limbs, @reading)
          part if part && part.actions.count(&:contact?) >= SHORTEST
        end

        def part_of(named, what) =
          named.but(id: nil, name: "#{named.name}: #{Bench::Notation.write(what, @reading)} of it", what: what)

        # The highest rung not above this one that needs nobody else, and room to move for the one on the move.
        def alone(rung)
          most = @home.steps? ? "move" : "clock"
          rank = [Bench::Rungs.rank(rung), Bench::Rungs.rank(most)].min
          Bench::Rungs::ALL[rank]
        end
      end
    end
  end
end
