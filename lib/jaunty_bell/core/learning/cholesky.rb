module JauntyBell::Core
  module Learning
    # A symmetric positive matrix as the product of a triangle with its mirror (Cholesky). Rows are arrays; what stands
    # above the diagonal is not read.
    #
    #   Cholesky.new([[4.0], [2.0, 3.0]]).solve([1.0, 2.0])
    class Cholesky
      def initialize(matrix)
        @size = matrix.size
        @rows = Array.new(@size)
        matrix.each_with_index { |row, i| @rows[i] = triangle(row, i) }
      end

      def solve(right)
        back(forward(right))
      end

      # Whole, from the triangle's own inverse.
      def inverse
        roots = root_inverse
        Array.new(@size) { |i| Array.new(@size) { |j| column_product(roots, i, j) } }
      end

      # Its diagonal alone.
      def inverse_diagonal
        roots = root_inverse
        Array.new(@size) { |i| column_product(roots, i, i) }
      end

      private

      def triangle(row, i)
        made, j = Array.new(i + 1), 0
        while j <= i
          other = (j == i) ? made : @rows[j]
          sum, k = row[j], 0
          while k < j
            sum -= made[k] * other[k]
            k += 1
          end
          made[j] = (j == i) ? Math.sqrt(sum) : sum / other[j]
          j += 1
        end
        made
      end

      # Rows of the triangle's inverse.
      def root_inverse
        rows = []
        @rows.each_with_index do |row, i|
          made = Array.new(i + 1, 0.0)
          made[i] = 1 / row[i]
          k = 0
          while k < i
            by, other, j = row[k] * made[i], rows[k], 0
            while j <= k
              made[j] -= by * other[j]
              j += 1
            end
            k += 1
          end
          rows << made
        end
        rows
      end

      def column_product(rows, i, j)
        sum, k = 0.0, (i > j) ? i : j
        while k < @size
          sum += rows[k][i] * rows[k][j]
          k += 1
        end
        sum
      end

      def forward(right)
        found, i = right.dup, 0
        while i < @size
          row, sum, k = @rows[i], found[i], 0
          while k < i
            sum -= row[k] * found[k]
            k += 1
          end
          found[i] = sum / row[i]
          i += 1
        end
        found
      end

      def back(right)
        found, i = right, @size - 1
        while i >= 0
          value = found[i] /= @rows[i][i]
          row, k = @rows[i], 0
          while k < i
            found[k] -= row[k] * value
            k += 1
          end
          i -= 1
        end
        found
      end
    end
  end
end
