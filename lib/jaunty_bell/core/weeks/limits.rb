module JauntyBell::Core
  module Weeks
    # What a programme may not exceed. The product's own defaults; the rise of a tenth a week is common practice, no
    # source.
    #
    #   rise        per cent a week's planned load may be above the last full week's
    #   easy_every  which week is an easy one (0: none); `easy` its share of the week before it, in per cent
    #   hard        effort from which a class is hard: no two of those follow each other
    #   go_up       clean in a hundred at a rung from which a student goes one up
    #   at_once     places one combination may take in one class: two are the part and then the whole
    #   new_things  combinations or rungs begun in one class
    Limits = Value.of(rise: 10, easy_every: 4, easy: 65, hard: 7, go_up: 75, at_once: 2, new_things: 1) do
      # Raises InvalidInput.
      def checked
        {"rise" => [rise, 0..50], "easy_every" => [easy_every, 0..12], "easy" => [easy, 30..100],
         "hard" => [hard, 4..10], "go_up" => [go_up, 1..100],
         "at_once" => [at_once, 1..4], "new_things" => [new_things, 0..3]}.each do |field, (value, allowed)|
          next if value.is_a?(Numeric) && allowed.cover?(value)
          raise InvalidInput.new("#{field.tr("_", " ").capitalize} goes from #{allowed.min} to #{allowed.max}; " \
            "this is #{value.inspect}.", path: "limits/#{field}")
        end
        self
      end
    end
  end
end
