module JauntyBell
  module Services::Card
    # A card from a file, put on the club's shelf with what it drills, as far as that is not there already.
    class FileImport
      # `read` a card as it was read: name, minutes, level, blocks that go by names, combinations {name => meaning},
      # drills as Store::Drills takes them, their pools by name, and flows [{"name", "phases"}].
      def initialize(club, read)
        @club = club
        @read = read
      end

      # The id of the new card. Raises Core::InvalidInput or Store::Conflict; nothing is kept then.
      def keep
        @club.db.transaction(savepoint: true) do
          whole = @club.plans.reckoned(@read.blocks, @read.minutes, nil, shelf: shelf)
          @club.cards.add(id: SecureRandom.uuid, name: @read.name, level: @read.level, group_id: nil,
            **Core::Card::Data.kept(whole))[:id]
        end
      end

      private

      # A Core::Card::Shelf that answers to the names in the file with what is on the club's shelf.
      def shelf
        ids = @read.combinations.to_h { |name, meaning| [name, combination(name, meaning)] }
        named = ids.to_h do |name, id|
          [name, Core::Card::Named.new(id: id, name: name, what: @read.combinations[name])]
        end
        rows = @read.drills.to_h { |facts| [facts[:name], drill(facts, ids)] }
        drills = Core::Card::Shelf.of(rows.values, {}, ids.to_h { |name, id| [id, @read.combinations[name]] },
          reading: @club.reading).drills
        shelf = Core::Card::Shelf.new(rows.transform_values { |row| drills.fetch(row[:id]) }, named,
          exercises: @club.school.exercises, techniques: @club.school.techniques)
        shelf.with_flows(@read.flows.to_h { |facts| [facts.fetch("name"), flow(facts, shelf)] })
      rescue KeyError
        raise Core::InvalidInput.new("A flow of this card has no name.", path: "flows")
      end

      # The row of the flow of that name that does the same, else of a new one, under a name that is free.
      def flow(facts, shelf)
        phases = Core::Card::Data.phases(facts["phases"].to_a, shelf, "flows")
        data = Core::Card::Data.phases_data(Core::Card::Flow.checked(phases).phases)
        there = flows.find { |row| row[:name] == facts["name"] }
        return there if there && JSON.generate(there[:phases]) == JSON.generate(data)
        @club.flows.add(id: SecureRandom.uuid, name: free_name(facts["name"], flows), phases: data)
          .tap { |row| flows << row }
      end

      def flows = @flows ||= @club.flows.all

      # The id of the combination of that name and meaning, else of a new one, under a name that is free.
      def combination(name, meaning)
        same = on_shelf.find { |row| row[:name] == name }
        return same[:id] if same && @club.combinations.meaning(same) == meaning
        @club.combinations.add(id: SecureRandom.uuid, name: same ? @club.combinations.free_name(name) : name,
          combination: meaning)[:id]
      end

      def on_shelf = @on_shelf ||= @club.combinations.all

      # The row of the drill of that name and those facts, else of a new one, under a name that is free.
      def drill(facts, ids)
        pool = facts[:pool].map { |each|
          {combination_id: ids.fetch(each[:combination]), at_rungs: each[:at_rungs], feed: each[:feed]}
        }
        wanted = facts.merge(pool: pool)
        there = drills.find { |row| row[:name] == wanted[:name] }
        return there if there && plain(there) == plain(wanted)
        @club.drills.add(id: SecureRandom.uuid, **wanted, name: free_name(wanted[:name], drills))
          .tap { |row| drills << row }
      end

      # Those on the shelf, with what has been put there.
      def drills = @drills ||= @club.drills.all

      # What makes a drill what it is, however it was written.
      def plain(row)
        facts = row.slice(*Store::Drills::FACTS).transform_values { |value| value.is_a?(Numeric) ? value.to_f : value }
        lists = row.slice(*Store::Drills::LISTS).transform_values { |list| list&.to_a }
        [facts, lists, row[:trade]&.to_h&.transform_keys(&:to_s),
          row[:pool].map { |each| [each[:combination_id], each[:at_rungs].to_a, each[:feed]] }]
      end

      def free_name(name, rows)
        taken = rows.map { |row| row[:name] }
        return name unless taken.include?(name)
        (2..).lazy.map { |n| "#{name} #{n}" }.find { |candidate| !taken.include?(candidate) }
      end
    end
  end
end
