module JauntyBell
  module Api
    # How rooms read cards: blocks with what they name from the shelf, and whom the card is judged for.
    module Planning
      USUAL_WEEKS = 8 # looked back for the club's usual share of hands

      private

      def cards = @cards ||= Store::Cards.new(db, club_id, account_id: account[:id])

      # A Core::Card::Plan from blocks as plain data. `group` and `students` say whom it is for: `students` overrides the
      # number of the group's own.
      def plan(data, minutes, group: nil, students: nil, roster: nil)
        Core::Card::Plan.new(Files::CardJson.blocks(data, shelf_of(data)), minutes: minutes, company: company(group, students, roster))
      end

      # The same for what only wants its time and counts: no more is asked of the club than how many there are.
      def reckoned(data, minutes, students, shelf: shelf_of(data))
        Core::Card::Plan.new(Files::CardJson.blocks(data, shelf), minutes: minutes, company: Core::Card::Company.new(students: students, school: school.settings, reading: reading))
      end

      # How many a group has; nil for none.
      def size_of(group_id) = group_id && people.students(group: group_id).size.nonzero?

      # Drills and combinations that data names, in at most four queries.
      def shelf_of(data)
        drill_ids, combination_ids = Files::CardJson.named(data)
        drill_rows = Store::Drills.new(db, club_id).by_id(drill_ids)
        rows = combinations.by_id(combination_ids + drill_rows.flat_map { |row| row[:pool].map { |each| each[:combination_id] } })
        Files::Shelf.of(drill_rows, rows.slice(*combination_ids), rows.transform_values { |row| combinations.meaning(row) }, pool_names: rows.transform_values { |row| row[:name] })
      end

      # `roster` are rows of the students expected; the group's where it is nil.
      def company(group_id, students, roster = nil)
        group = group_id && people.groups.find { |row| row[:id] == group_id }
        roster ||= group ? people.students(group: group_id) : []
        persons = persons(roster)
        classes = Store::Classes.new(db, club_id)
        Core::Card::Company.new(students: students || (roster.size if roster.any?), roster: persons, juniors: group ? group[:juniors] : false,
          met: (classes.met(group_id).to_set if group), usual: cards.usual_left(Clock.now - USUAL_WEEKS * 7 * 86_400), school: school.settings, reading: reading,
          shelf: persons.any? ? whole_shelf : {})
      end

      # Those of the students who are held back today.
      def persons(roster)
        held = Store::Care.new(db, club_id).holds(people.today, roster.map { |row| row[:id] })
        roster.select { |row| held.key?(row[:id]) }.map do |row|
          Core::Card::Person.new(id: row[:id], name: row[:name], stance: row[:stance].to_sym, level: row[:level], holds: held[row[:id]])
        end
      end

      # What a substitute may be taken from.
      def whole_shelf = combinations.all.to_h { |row| [row[:id], Core::Card::Named.new(id: row[:id], name: row[:name], what: combinations.meaning(row))] }
    end
  end
end
