module JauntyBell
  module Api
    # Puts what a card's file drills on to the shelf, as far as it is not there already.
    class Import
      # Stores of the club.
      def initialize(combinations, drills)
        @combinations = combinations
        @drills = drills
      end

      # A Files::Shelf that answers to the names in the file with what is on the club's shelf.
      def shelf(read)
        ids = read.combinations.to_h { |name, meaning| [name, combination(name, meaning)] }
        named = ids.to_h { |name, id| [name, Core::Card::Named.new(id: id, name: name, what: read.combinations[name])] }
        rows = read.drills.to_h { |facts| [facts["name"], drill(facts, ids)] }
        drills = Files::Shelf.of(rows.values, {}, ids.to_h { |name, id| [id, read.combinations[name]] }).drills
        Files::Shelf.new(rows.transform_values { |row| drills.fetch(row[:id]) }, named)
      end

      private

      # The id of the combination of that name and meaning, else of a new one, under a name that is free.
      def combination(name, meaning)
        same = on_shelf.find { |row| row[:name] == name }
        return same[:id] if same && @combinations.meaning(same) == meaning
        @combinations.add(id: SecureRandom.uuid, name: same ? @combinations.free_name(name) : name, combination: meaning)[:id]
      end

      def on_shelf = @on_shelf ||= @combinations.all

      # The row of the drill of that name and those facts, else of a new one, under a name that is free.
      def drill(facts, ids)
        wanted = Files::CardFile.drill_facts(facts) { |name| ids.fetch(name) }
        there = drills.find { |row| row[:name] == wanted[:name] }
        return there if there && same?(there, wanted)
        @drills.add(id: SecureRandom.uuid, **wanted, name: there ? free_name(wanted[:name]) : wanted[:name]).tap { |row| drills << row }
      end

      # Those on the shelf, with what has been put there.
      def drills = @all_drills ||= @drills.all

      def same?(row, wanted) = Files::CardFile.drill_data(row) { |id| id } == Files::CardFile.drill_data(wanted) { |id| id }

      def free_name(name)
        taken = drills.map { |row| row[:name] }
        (2..).lazy.map { |n| "#{name} #{n}" }.find { |candidate| !taken.include?(candidate) }
      end
    end
  end
end
