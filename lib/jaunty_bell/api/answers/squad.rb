module JauntyBell
  module Api::Answers
    # The squad: students by combination with their weeks of load, a window of them at a time.
    class Squad
      # `ledger` a Services::Book::Ledger, `groups` {id => name}.
      def initialize(ledger, groups)
        @ledger = ledger
        @groups = groups
      end

      # `order` one of Ledger::ORDERS; `from`…`count` the window.
      def to_h(order: "name", from: 0, count: 60)
        ids = @ledger.ordered(order)
        seen = ids[from, count].to_a
        seen_ledger = @ledger.only(seen)
        {combinations: combinations, total: ids.size, from: from,
         students: seen.map { |id| Files::StudentJson.of(@ledger.row(id), @groups).merge(row(seen_ledger, id)) }}
      end

      private

      def combinations =
        @ledger.met.map { |id, name| {id: id, name: name} }.sort_by { |combination| combination[:name].downcase }

      def row(ledger, id)
        {weeks: Files::PointerJson.weeks(ledger.weeks(id)), week_load: ledger.week_load(id), due: ledger.due(id),
         weak: ledger.weak_links.fetch(id, []).size,
         word: ledger.gravest(id)&.then { |pointer| {kind: pointer.kind, text: pointer.text} },
         knots: knots(ledger, id)}
      end

      # The highest rung with marks of each combination.
      def knots(ledger, id)
        Core::Book::Mastery.highest(ledger.known.fetch(id, {}))
          .map { |combination, (rung, mastery)| knot(mastery).merge(combination_id: combination, rung: rung) }
      end

      def knot(mastery)
        words = Core::Book::PlainWords
        {state: mastery.state, sure_of: mastery.sure_of.round(4), words: words.sureness(mastery.sure_of),
         vouched: words.vouched(mastery.due_in)}
      end
    end
  end
end
