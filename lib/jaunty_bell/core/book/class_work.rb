module JauntyBell::Core
  module Book
    # What a class came to, round by round, for one of a pair, one of a trio and one alone: worked out from its card and
    # from how long each round really ran, not counted by anybody.
    #
    #   rounds = ClassWork.of(plan, {0 => 180, 1 => 0})       # seconds each run was worked; a round that is missing did
    #     not happen
    #   ClassWork.sum([There.new(round: rounds.first, share: 1)], southpaw: false) # => Tally of a student who was there
    #     throughout
    class ClassWork
      SOURCE = "the card's sets and turns (pace of each drill), scaled to the seconds each round really ran; common " \
        "practice, no source"
      EASY, MEDIUM = 3, 5 # efforts from which a round without a word of its own is light, and medium

      LEAST = 30 # seconds of a round somebody must have been there for before it counts as one of theirs

      # `pair` and `trio` Seats: of the whole time worked. `shared` where partners take turns at it or hold.
      Round = Value.of(:index, :title, :seconds, :intensity, :contact, :head, :pair, :trio, shared: false)
      # A round as one student was there for it: `share` of the seconds it was worked, `seats` 2 or 3, and of the same
      # seconds the `together` while a partner was there too.
      There = Value.of(:round, :share, seats: 2, together: nil) do
        def work = (seats == 3) ? round.trio : round.pair

        def with_partner = together || share

        # Whether so much of it is theirs that it counts as a round.
        def counts?(of = share) = of * round.seconds >= LEAST
      end
      Seat = Value.of(:strikes, :impacts, :striking, :holding, :hand, :leg, :limb, :level, :technique)

      # Sums of one student. `rounds` {intensity => how many}; `contact` and `head` rounds with a partner in reach, and
      # of those with strikes to the head.
      Tally = Value.of(:strikes, :impacts, :striking, :holding, :hand, :leg, :limb, :level, :technique, :rounds,
        :contact, :head) do
        # The left side's share of the strikes of hands (or legs), 0 to 1; nil without any.
        def left(limb) =
          self[limb].then { |sides| sides.values.sum.positive? ? sides.fetch("left", 0).fdiv(sides.values.sum) : nil }
      end

      class << self
        # [Round]. `worked` {index of the run => seconds}.
        def of(plan, worked)
          both = [2, 3].to_h { |seats| [seats, Card::Runs.new(plan, seats: seats).all] }
          both[2].each_with_index.filter_map do |run, i|
            seconds = worked[i].to_i
            next unless seconds.positive? && run.work.positive?
            share = seconds.fdiv(run.work) # more than 1 where it rang again, or went on longer than written
            Round.new(index: i, title: run.title, seconds: seconds, intensity: intensity(run, plan.company.school),
              **contact(run.task), shared: !!run.task&.shared?,
              pair: seat(run.share, share), trio: seat(both[3][i].share, share))
          end
        end

        # Sums over the rounds a student was there for, as There. Impacts, and rounds with somebody in reach, are of the
        # time a partner was there too. `southpaw` turns left and right.
        def sum(theirs, southpaw: false)
          table = ->(kind) {
            added(theirs.map { |there| there.work[kind].transform_values { |count| count * there.share } })
          }
          sides = ->(kind) { southpaw ? mirrored(table.call(kind)) : table.call(kind) }
          Tally.new(**%i[strikes striking].to_h { |kind|
            [kind, theirs.sum { |there| there.work[kind] * there.share }]
          },
            **%i[impacts holding].to_h { |kind| [kind, theirs.sum { |there| there.work[kind] * there.with_partner }] },
            hand: sides.call(:hand), leg: sides.call(:leg),
            **%i[limb level technique].to_h { |kind| [kind, table.call(kind)] },
            rounds: Card::INTENSITIES.to_h { |word|
              [word, theirs.count { |there| there.round.intensity == word && there.counts? }]
            },
            **%i[contact head].to_h { |kind|
              [kind, theirs.count { |there| there.round[kind] && there.counts?(there.with_partner) }]
            })
        end

        # Tallies of several classes added up.
        def total(tallies)
          return sum([]) if tallies.empty?
          Tally.new(**Tally.members.to_h { |kind|
            [kind, tallies.first[kind].is_a?(Hash) ? added(tallies.map { |tally| tally[kind] }) : tallies.sum(&kind)]
          })
        end

        private

        def added(tables) =
          tables.each_with_object(Hash.new(0)) { |table, sums| table.each { |key, count| sums[key.to_s] += count } }
            .then { |sums| {}.merge(sums) }

        def mirrored(sides) = sides.to_h { |side, count| [(side.to_s == "left") ? "right" : "left", count] }

        def seat(share, part)
          counts = share.counts || Bench::Counts.none
          scaled = ->(table) { table.to_h { |key, count| [key.to_s, (count * part).to_f] } }
          Seat.new(strikes: (share.strikes * part).to_f, impacts: (share.impacts * part).to_f,
            striking: (share.striking * part).to_f, holding: (share.holding * part).to_f,
            hand: scaled.call(counts.by_hand), leg: scaled.call(counts.by_leg), limb: scaled.call(counts.by_limb),
            level: scaled.call(counts.by_level), technique: scaled.call(counts.by_technique))
        end

        # The round's own word, or what its effort says.
        def intensity(run, school)
          return run.task.round.intensity if run.task&.round&.intensity
          return "hard" if run.effort >= school.hard_effort
          return "medium" if run.effort >= MEDIUM
          (run.effort >= EASY) ? "light" : "touch"
        end

        def contact(task)
          live = task ? !!(task.round.contact && task.implement&.live) : false
          {contact: live,
           head: live &&
             task.combinations.any? { |combination|
               combination.actions.any? { |action| action.strike? && !action.feint && action.level == :head }
             }}
        end
      end
    end
  end
end
