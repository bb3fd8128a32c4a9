require "json"

module JauntyBell
  module Files
    # A card as a file that stands alone: docs/schemas/card.schema.json. Rounds name their drill and combination; both
    # are in the file, combinations as meanings.
    module CardFile
      FORMAT = "jaunty-bell/card"
      Read = Core::Value.of(:name, :minutes, :level, :blocks, :combinations, :drills, flows: [].freeze)
      DRILL = %i[name implement manner tempo pause_s both_sides count on_s off_s rest ladder breathing
        feeds_aloud intensity].freeze
      # Of what a file need not say.
      USUAL = {rungs: ["count"], tempo: Core::Bench::Pace::TEMPO, pause_s: Core::Bench::Pace::PAUSE, both_sides: false,
               rest: "still", ladder: "up", breathing: true, feeds_aloud: false}.freeze
      LISTS = %i[rungs kit holder_cues cautions].freeze

      class << self
        # From a row of Store::Cards and a Core::Card::Shelf with the rows of its drills.
        def of(card, shelf, reading)
          names = {"drill_id" => shelf.drills.transform_values(&:name),
                   "flow_id" => shelf.flows.transform_values(&:name),
                   "combination_id" => shelf.combinations.transform_values(&:name)}
          {"format" => FORMAT, "version" => 1, "name" => card[:name], "minutes" => card[:minutes],
           "level" => card[:level],
           "blocks" => renamed(card[:blocks]) { |key, id| names.fetch(key).fetch(id) },
           "combinations" => combinations(shelf, reading),
           "drills" => shelf.drills.values.map { |named|
             drill_data(shelf.drill_row(named.id)) { |id| shelf.pool_names.fetch(id) }
           },
           "flows" => shelf.flows.values.map { |named| flow_data(named) }}
        end

        # A Read, its blocks naming drills and combinations by name. Raises Core::InvalidInput for what is no card of
        # ours.
        def read(text, reading)
          data = JSON.parse(text)
          ours = data.is_a?(Hash) && data.values_at("format", "version") == [FORMAT, 1]
          raise Core::InvalidInput.new("This is JSON, but no card of ours.", path: "text") unless ours
          meanings = data.fetch("combinations").to_h do |entry|
            [entry.fetch("name"), Core::Bench::Combination.from_data(entry.fetch("meaning"), reading.lexicon)]
          end
          Read.new(name: data.fetch("name"), minutes: data.fetch("minutes"), level: data["level"],
            blocks: data.fetch("blocks"), combinations: meanings,
            drills: data.fetch("drills").map { |facts| drill_facts(facts) }, flows: data.fetch("flows", []))
        rescue JSON::ParserError
          raise Core::InvalidInput.new("This cannot be read as JSON.", path: "text")
        rescue KeyError, TypeError, NoMethodError => e
          raise Core::InvalidInput.new("Something is missing in this card: #{e.message}.", path: "text")
        end

        # A Core::Card::Plan from a Read, with nothing but the file.
        def plan(read, company)
          combinations = read.combinations.to_h do |name, meaning|
            [name, Core::Card::Named.new(id: name, name: name, what: meaning)]
          end
          rows = read.drills.map do |facts|
            {id: facts[:name], **facts, pool: facts[:pool].map { |each| {combination_id: each[:combination], **each} }}
          end
          named = Core::Card::Shelf.of(rows, {}, read.combinations, reading: company.reading)
          shelf = Core::Card::Shelf.new(named.drills, combinations, techniques: company.reading.lexicon)
            .with_flows(read.flows.to_h { |flow| [flow["name"], {id: flow["name"], **flow.transform_keys(&:to_sym)}] })
          Core::Card::Plan.new(Core::Card::Data.blocks(read.blocks, shelf), minutes: read.minutes, company: company)
        rescue KeyError => e
          raise Core::InvalidInput.new("Something is missing in this card: #{e.message}.", path: "text")
        end

        # A drill as the file holds it; the block gives the name of a combination's id.
        def drill_data(row)
          plain = DRILL.to_h { |key| [key.to_s, row[key].is_a?(BigDecimal) ? row[key].to_f : row[key]] }
          pool = row[:pool].map do |each|
            {"combination" => yield(each[:combination_id]), "at_rungs" => each[:at_rungs].to_a,
             "feed" => each[:feed]}.compact
          end
          plain.merge(LISTS.to_h { |key| [key.to_s, row[key]&.to_a] }, "trade" => row[:trade]&.to_h, "pool" => pool)
        end

        private

        # Back: facts as Store::Drills takes them, the pool by the names of its combinations.
        def drill_facts(data)
          facts = (DRILL + LISTS).to_h { |key| [key, data[key.to_s].nil? ? USUAL[key] : data[key.to_s]] }
          facts.merge(pool: data.fetch("pool").map { |each|
            {combination: each.fetch("combination"), at_rungs: each["at_rungs"].to_a, feed: each["feed"]}
          }, trade: data["trade"])
        end

        # What a flow names of the shelf stands in it by name.
        def flow_data(named)
          phases = Core::Card::Data.phases_data(named.what.phases).zip(named.what.phases).map do |data, phase|
            data.merge("combination_id" => phase.combination&.id && phase.combination.name)
          end
          {"name" => named.name, "phases" => phases}
        end

        def renamed(blocks)
          named = ->(facts) {
            facts.to_h { |key, value| [key, (key.end_with?("_id") && value) ? yield(key, value) : value] }
          }
          blocks.map do |block|
            block.merge("rounds" => block["rounds"].map { |round|
              named.call(round).merge("phases" => round["phases"].to_a.map { |phase| named.call(phase) })
            })
          end
        end

        def combinations(shelf, reading)
          shelf.meanings.map do |name, meaning|
            {"name" => name, "notation" => Core::Bench::Notation.write(meaning, reading), "meaning" => meaning.to_data}
          end
        end
      end
    end
  end
end
