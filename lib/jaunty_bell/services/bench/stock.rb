require "securerandom"

module JauntyBell
  module Services::Bench
    # A shelf as it is written in a file of ours, put on a club's: combinations by notation, drills by the names of
    # their pool, flows by a line, cards by rounds in short. What the club has already is not put there twice.
    #
    #   stock = Stock.new(club)
    #   stock.combinations([{"name" => "Two bells", "notation" => "1-2", "tags" => ["basics"]}])
    #   stock.drills([{"name" => "Bells on the mitts", "pool" => ["Two bells"], "implement" => "focus-mitts", …}])
    class Stock
      ROUND = %w[block title work_s rest_s explain_s effort share rung more].freeze
      USUAL = {tempo: 140, pause_s: 0.6, both_sides: false, rest: "still", ladder: "up", breathing: true,
               feeds_aloud: false}.freeze

      # `id` makes the ids. Rows by name of all that has been put there or stood there already.
      def initialize(club, id: -> { SecureRandom.uuid })
        @club = club
        @id = id
        @combinations = {}
        @drills = {}
        @flows = {}
        @cards = {}
      end

      # {name => row}; a combination that is on the shelf under another name keeps that one.
      def combinations(entries)
        there = @club.combinations.all
        meanings = there.to_h { |row| [@club.combinations.meaning(row), row] }
        taken = there.map { |row| row[:name] }
        @combinations.update(entries.to_h { |entry|
          meaning = Core::Bench::Notation.read(entry["notation"])
          name = taken.include?(entry["name"]) ? @club.combinations.free_name(entry["name"]) : entry["name"]
          [entry["name"], meanings[meaning] ||
            @club.combinations.add(id: @id.call, name: name, combination: meaning, tags: entry.fetch("tags", []))]
        })
      end

      def drills(entries)
        there = @club.drills.all.to_h { |row| [row[:name], row] }
        @drills.update(entries.to_h { |entry|
          [entry["name"], there[entry["name"]] || @club.drills.add(id: @id.call, **USUAL, **drill(entry))]
        })
      end

      # `entries` {name => line}.
      def flows(entries)
        writing = Core::Card::Written.new
        @flows.update(entries.to_h { |name, line|
          [name, @club.flows.add(id: @id.call, name: name, phases: writing.phases(line))]
        })
      end

      # {name => row with its :plan}. `groups` {name => id}; `template` puts them among the templates.
      def cards(entries, groups: {}, template: false)
        company = Core::Card::Company.new(school: @club.school.settings)
        whole = everything
        @cards.update(entries.to_h { |entry|
          plan = Core::Card::Plan.new(Core::Card::Data.blocks(blocks(entry), whole), minutes: entry["minutes"],
            company: company)
          row = @club.cards.add(id: @id.call, name: entry["name"], level: entry["level"],
            group_id: groups[entry["group"]], template: entry.fetch("template", template),
            **Core::Card::Data.kept(plan))
          [entry["name"], row.merge(plan: plan)]
        })
      end

      private

      def drill(entry)
        pool = entry["pool"].each_with_index.map do |name, i|
          {combination_id: @combinations.dig(name, :id), at_rungs: entry.dig("versions", name).to_a,
           feed: entry["feeds"]&.fetch(i)}
        end
        {**entry.except("pool", "versions", "feeds").transform_keys(&:to_sym), pool: pool}
      end

      # Rounds of one block that follow each other, with what the card says of that block.
      def blocks(card)
        rounds = card["rounds"].map { |values| ROUND.zip(values).to_h }
        rounds.chunk_while { |one, two| one["block"] == two["block"] }.map do |list|
          kind = list.first["block"]
          {"kind" => kind, "rounds" => list.map { |each| round(each) }}.merge(card.dig("blocks", kind).to_h)
        end
      end

      def round(facts)
        named = {"drill_id" => @drills.dig(facts["title"], :id), "flow_id" => @flows.dig(facts["title"], :id),
                 "combination_id" => @combinations.dig(facts["title"], :id)}
        swap = (facts["share"] == "pairs") ? "even" : "alone"
        facts.slice("title", "work_s", "rest_s", "explain_s", "effort", "rung").merge(named, "swap" => swap)
          .merge(facts["more"].to_h)
      end

      # All of it, to make cards from.
      def everything
        rows = @combinations.values.to_h { |row| [row[:id], row] }
        Core::Card::Shelf.of(@drills.values, rows, rows.transform_values { |row| @club.combinations.meaning(row) })
          .with_flows(@flows.values.to_h { |row| [row[:id], row] })
      end
    end
  end
end
