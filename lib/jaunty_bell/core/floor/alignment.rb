module JauntyBell
  module Core
    module Floor
      # Struck hands laid against planned ones so that the least is missed, extra or with the wrong hand: an edit distance
      # (Wagner and Fischer, "The string-to-string correction problem", 1974), with a path.
      #
      #   Alignment.new(%i[left right], %i[left left right]).steps # => [[0, 0], [nil, 1], [1, 2]]
      class Alignment
        MISSED = 2
        EXTRA = 2
        WRONG = 3 # struck, but with the other hand: better than one missed and one extra

        attr_reader :planned, :struck

        def initialize(planned, struck)
          @planned = planned
          @struck = struck
        end

        def cost = table.last.last

        # [index in planned or nil, index in struck or nil], in order.
        def steps
          i, j = planned.size, struck.size
          path = []
          until i.zero? && j.zero?
            path << if i.positive? && j.positive? && table[i][j] == table[i - 1][j - 1] + pair(i, j) then [i -= 1, j -= 1]
            elsif i.positive? && table[i][j] == table[i - 1][j] + MISSED then [i -= 1, nil]
            else [nil, j -= 1]
            end
          end
          path.reverse
        end

        private

        def pair(i, j) = (planned[i - 1] == struck[j - 1]) ? 0 : WRONG

        def table
          @table ||= (0..planned.size).each_with_object([]) do |i, rows|
            rows << (0..struck.size).each_with_object([]) do |j, row|
              row << if i.zero? then j * EXTRA
              elsif j.zero? then i * MISSED
              else [rows[i - 1][j - 1] + pair(i, j), rows[i - 1][j] + MISSED, row[j - 1] + EXTRA].min
              end
            end
          end
        end
      end
    end
  end
end
