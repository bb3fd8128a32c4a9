module JauntyBell
  module Files
    # Pointers, figures, tallies and what to do next as JSON-ready data.
    module PointerJson
      class << self
        def of(pointer) =
          pointer.to_h.merge(numbers: pointer.numbers.map { |name, number| {name: name, value: number.to_f.round(4)} })

        def figure(figure) =
          figure.to_h.slice(:name, :value, :reason, :formula, :source, :note).merge(inputs: inputs(figure.inputs))

        # [[Monday, load]]
        def weeks(weeks) = weeks.map { |monday, load| {monday: monday.iso8601, load: load} }

        # A Core::Book::ClassWork::Tally.
        def tally(tally)
          plain = tally.to_h.transform_values do |value|
            value.is_a?(Hash) ? value.transform_values { |n| n.round(1) } : value.round(1)
          end
          plain.merge(left_hand: tally.left(:hand), left_leg: tally.left(:leg))
        end

        # A Core::Book::NextClass::Item with the names of what it names.
        def item(item, names, students = {})
          item.to_h.merge(share: item.share.round(4), name: names[item.combination_id],
            from_name: item.from && names[item.from], students: item.students.map { |id| {id: id, name: students[id]} })
        end

        # A Core::Book::WeakLinks::Link in the reading it is shown in.
        def link(link, names, reading)
          {notation: Core::Bench::Notation.write(link.pair, reading), score: link.score.round(4),
           attempts: link.attempts.round(1), passed: link.passed.round(1), broke: link.broke.round(1),
           spoils: link.spoils.map { |id| {id: id, name: names[id]} }, formula: Core::Book::WeakLinks::FORMULA}
        end

        private

        def inputs(inputs)
          inputs.map do |name, value|
            {name: name, values: Array(value).map { |number| number.is_a?(Numeric) ? number.to_f.round(4) : number }}
          end
        end
      end
    end
  end
end
