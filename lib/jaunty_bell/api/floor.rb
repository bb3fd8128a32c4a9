module JauntyBell
  module Api
    # The Floor: a class held from a card, and the facts of it.
    class Floor < Room
      include Planning

      get "/classes" do
        from = Time.now - 12 * 3600
        answer(classes.between(from, from + (params["days"] || 14).to_i * 86_400).map { |row| Files::ClassJson.line(row) })
      end

      # Everybody who may come, and their groups.
      get "/people" do
        answer({groups: people.groups.map { |group| group.slice(:id, :name, :juniors) }, students: Files::StudentJson.all(people)})
      end

      post "/classes" do
        card = cards.find(body_given["card_id"])
        opened = classes.open(id: body_given["id"], card_id: card[:id], group_id: body_given["group_id"], coach_id: account[:id],
          title: card[:name], minutes: card[:minutes], starts_at: Time.now)
        answer(shown(opened), status: 201)
      end

      get("/classes/:id") { answer(shown(classes.find(id))) }

      post "/classes/:id/facts" do
        facts = body_given.except("taken_back").to_h { |table, list| [table.to_sym, list.map { |fact| fact.transform_keys(&:to_sym) }] }
        check(facts)
        fresh = classes.record(id, facts, coach_id: account[:id])
        classes.take_back_marks(id, body_given["taken_back"]) if body_given["taken_back"]&.any?
        answer({new: fresh})
      end

      put "/classes/:id/ended" do
        classes.find(id)
        answer(shown(classes.close(id, body_given["ended_at"])))
      end

      private

      def classes = @classes ||= Store::Classes.new(db, club_id)

      # The core's own rules for what a device sends, with the place of what is wrong.
      def check(facts)
        facts.fetch(:marks, []).each_with_index do |mark, i|
          at("marks/#{i}") { Core::Book::Mastery::Mark.new(on: mark[:on], attempted: mark[:attempted], clean: mark[:clean]).checked }
        end
        facts.fetch(:efforts, []).each_with_index do |effort, i|
          at("efforts/#{i}") { Core::Book::Effort.new(effort[:effort], effort[:minutes]) }
        end
      end

      def at(place)
        yield
      rescue Core::InvalidInput => e
        raise Core::InvalidInput.new(e.message, path: "#{place}/#{e.path}")
      end

      def shown(row)
        card = row[:card_id] ? cards.find(row[:card_id]) : {blocks: []}
        whole = reckoned(card[:blocks], row[:minutes], classes.expected_students(row).size.nonzero?)
        rounds = Files::RunsJson.of(whole)
        rows = combinations.by_id(rounds.filter_map { |round| round[:combination_id] })
        how = reading
        row.slice(:id, :title, :card_id, :group_id, :minutes).merge(
          starts_at: row[:starts_at].utc.iso8601, ended_at: row[:ended_at]&.utc&.iso8601, rounds: rounds,
          combinations: rows.transform_values { |found| Files::CombinationJson.of(found, how) },
          segments: Core::Floor::CueSheet.new(whole).segments.map { |segment| segment.to_h.merge(cues: segment.cues.map(&:to_h)) },
          students: Files::StudentJson.all(people), facts: facts(row[:id])
        )
      end

      def facts(class_id)
        classes.facts(class_id).transform_values do |list|
          list.map { |fact| fact.except(:club_id, :class_id, :coach_id).transform_values { |value| Files::StudentJson.plain(value) } }
        end
      end
    end
  end
end
