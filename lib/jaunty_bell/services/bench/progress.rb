module JauntyBell
  module Services::Bench
    # A drill climbing its rungs over a group's next classes: a round of it on the card of each, a rung higher from
    # class to class. A card that other classes go by too is copied first, so that only these classes change.
    #
    #   Progress.new(club, drill_id, group_id).put(from: "count")
    class Progress
      CLASSES = 5

      def initialize(club, drill_id, group_id)
        @club = club
        @row = club.drills.find(drill_id)
        @group_id = group_id
        @drill = shelf.drill(drill_id).what
      end

      # [Core::Bench::Progression::Step] of every rung the club goes by.
      def steps(rung = @drill.facts.rungs.first) = progression(rung).steps

      # [{class_id:, on:, at:, rung:, said:, card_id:, card:, title:}] of what was put where. Raises Store::Conflict
      # where the group has no class with a card to come; nothing is kept then.
      def put(from:)
        classes = coming
        if classes.empty?
          raise Store::Conflict.new("This group has no class with a card to come: put one in the calendar first.",
            path: "group_id")
        end
        @club.db.transaction(savepoint: true) do
          classes.zip(progression(from).coming(classes.size)).map { |row, step| put_one(row, step) }
        end
      end

      private

      def progression(rung)
        ladder = Core::Bench::Rungs.from(@club.school.settings.first_rung)
        Core::Bench::Progression.of(@drill, rung: ladder.include?(rung) ? rung : ladder.first, ladder: ladder)
      end

      def shelf = @shelf ||= @club.plans.shelf_of([{"rounds" => [{"drill_id" => @row[:id]}]}])

      def coming = @club.classes.coming(@group_id, Clock.now, CLASSES)

      def put_one(row, step)
        card = own_card(row)
        plan = @club.plans.of_card(card)
        named = Core::Card::Named.new(id: drill_id(step), name: step_name(step), what: step.drill)
        blocks = Core::Card::Placing.of(plan, named, rung: step.rung, learned: %w[air count].include?(step.rung))
        changed = @club.cards.change(card[:id], version: card[:version], **card.slice(:name, :level, :group_id),
          **Core::Card::Data.kept(plan.with(blocks: blocks)))
        {class_id: row[:id], on: @club.classes.day_at(row[:starts_at]), at: row[:starts_at], rung: step.rung,
         said: step.said, card_id: changed[:id], card: changed[:name], title: named.name}
      end

      # The class's card where it alone goes by it, or a copy that it goes by from now on.
      def own_card(row)
        card = @club.cards.find(row[:card_id])
        return card unless card[:template] || @club.classes.others_with_card?(card[:id], row[:id])
        name = "#{card[:name]}, #{Core::Words.day(@club.classes.day_at(row[:starts_at]))}"[0, 80]
        copy = @club.cards.add(id: SecureRandom.uuid, name: name, level: card[:level], group_id: card[:group_id],
          parent_id: card[:id], **Core::Card::Data.kept(@club.plans.of_card(card)))
        @club.classes.change(row[:id], card_id: copy[:id], title: copy[:name], minutes: row[:minutes])
        copy
      end

      # The drill of a rung on the shelf: this one where it is done at that rung, else one of that name, made once.
      def drill_id(step)
        return @row[:id] if step.drill.equal?(@drill)
        name = step_name(step)
        there = @club.drills.all.find { |row| row[:name] == name }
        return there[:id] if there
        @club.drills.add(id: SecureRandom.uuid, name: name, pool: pool(step),
          **Core::Bench::DrillData.of(step.drill))[:id]
      end

      def step_name(step) = step.drill.equal?(@drill) ? @row[:name] : "#{@row[:name]}, #{step.said}"[0, 80]

      def pool(step)
        @row[:pool].first(step.drill.facts.pool.size)
          .map { |each| {combination_id: each[:combination_id], at_rungs: [], feed: each[:feed]} }
      end
    end
  end
end
