module JauntyBell::Core
  module Weeks
    # A group's marks, day by day, as Habits learn from them: what was known before each, and what came.
    #
    #   Cases.new(rows, ladder: ladder, bases: {}, half_life: 28).habits # => Habits
    class Cases
      # `rows` of {student_id:, combination_id:, rung:, on:, attempted:, clean:}, one a day, in order of days; `bases`
      # {id => ids of what it builds on}.
      def initialize(rows, ladder:, bases:, half_life:)
        @rows = rows
        @ladder = ladder
        @bases = bases
        @half_life = half_life
      end

      def habits(drilled: 0, marked: 0) = Habits.of(all, drilled: drilled, marked: marked)

      # As Habits.of takes them.
      def all
        known = Hash.new { |hash, student| hash[student] = {} }
        @rows.map do |row|
          of_student = known[row[:student_id]]
          case_of(row, of_student).tap { add(row, of_student) }
        end
      end

      private

      Known = Struct.new(:on, :clean, :rough, :days)

      def case_of(row, known)
        kind, before = before(row, known)
        w = before ? faded(before, row[:on]) : 0
        {kind: kind, score: before && (1 + before.clean * w) / (2 + (before.clean + before.rough) * w),
         days: before ? before.days * w : 0, attempted: row[:attempted], clean: row[:clean]}
      end

      def before(row, known)
        id, index = row[:combination_id], @ladder.index(row[:rung])
        same = known[[id, row[:rung]]] and return [:again, same]
        beneath = (known[[id, @ladder[index - 1]]] if index&.positive?) and return [:rung, beneath]
        [:new, @bases.fetch(id, []).filter_map { |base| known[[base, @ladder.first]] }
          .max_by { |each| each.clean + each.rough }]
      end

      def add(row, known)
        key = row.values_at(:combination_id, :rung)
        was = known[key] || Known.new(row[:on], 0.0, 0.0, 0.0)
        w = faded(was, row[:on])
        known[key] =
          Known.new(row[:on], was.clean * w + row[:clean], was.rough * w + row[:attempted] - row[:clean],
            was.days * w + 1)
      end

      def faded(known, on) = Book::Evidence.fading((on - known.on).to_i, @half_life)
    end
  end
end
