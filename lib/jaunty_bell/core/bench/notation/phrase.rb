module JauntyBell::Core
  module Bench
    module Notation
      # A run of words and numbers with no separator between them, told apart into actions: the longest known
      # name wins, and where a blank can be read two ways both readings are shown rather than one guessed.
      class Phrase
        SIDES = {"lead" => :lead, "ld" => :lead, "rear" => :rear, "rr" => :rear, "left" => :left, "lt" => :left,
                 "right" => :right, "rt" => :right}.freeze
        FORCES = {"touch" => :touch, "light" => :light, "hard" => :hard}.freeze
        RECOVERIES = {"back" => :back, "down" => :down, "forward" => :forward, "around" => :around}.freeze
        KEYWORDS = (SIDES.keys + FORCES.keys + RECOVERIES.keys + Lexer::LEVELS.keys + %w[feint with at]).freeze

        # One way to read the tokens from a place on: the units in order, as [Action, first token, one past the last].
        Reading = Struct.new(:units)

        # `by` is :self or :partner; `feint` makes every strike in it a feint.
        def initialize(tokens, reading, by:, feint: false)
          @tokens = tokens
          @reading = reading
          @by = by
          @feint = feint
          @names = NameFinder.new(tokens, reading.lexicon)
          @ways = {}
          @furthest = nil
        end

        # The actions in order. Raises Unreadable.
        def actions
          ways = ways_from(0)
          raise unreadable if ways.empty?
          raise ambiguous(ways) if ways.size > 1
          ways.first.units.map(&:first)
        end

        private

        # Up to two ways to read everything from token `i` on.
        def ways_from(i)
          return [Reading.new([])] if i == @tokens.size
          @ways[i] ||= joined_units(i).flat_map do |unit|
            ways_from(unit.last).map { |rest| Reading.new([unit] + rest.units) }
          end.first(2)
        end

        # Units that begin at `i`, each alone or joined by "with" to the next.
        def joined_units(i)
          units(i).flat_map do |action, _, after|
            next [[action, i, after]] unless word(after) == "with"
            units(after + 1).filter_map { |other, _, stop| surviving { [join(action, other, after), i, stop] } }
          end
        end

        def join(one, other, at)
          strike, helper = one.strike? ? [one, other] : [other, one]
          return strike.but(with: helper) if strike.strike? && (helper.technique.step? || helper.technique.defence?)
          dead_end(at, "\"with\" joins one strike to one step or defence done at the same time.")
        end

        # Ways to read one action at token `i`, as [Action, i, one past].
        def units(i)
          surviving { units_after_prefix(i) } || []
        end

        def units_after_prefix(i)
          at, prefix = prefix_from(i)
          if at >= @tokens.size
            dead_end(at, "\"#{@tokens[[i, @tokens.size - 1].min].text}\" needs a technique after it.")
          end
          technique, fixed, after = (@tokens[at].kind == :number) ? numbered(at) : named(at)
          suffixes(technique, after).filter_map do |suffix, stop|
            surviving { [build(technique, prefix, suffix, fixed, at), i, stop] }
          end
        end

        # The block's value, or nil if it came to a dead end.
        def surviving = catch(:dead_end) { yield }

        # Words before the technique: feint, force, side; each once, in any order.
        def prefix_from(i)
          found = {}
          while (text = word(i))
            kind, value = modifier(text)
            break if kind.nil? || found.key?(kind) || @names.at(i)&.last.to_i > 1
            found[kind] = value
            i += 1
          end
          [i, found]
        end

        def modifier(text)
          if text == "feint" then [:feint, true]
          elsif FORCES.key?(text) then [:force, FORCES[text]]
          elsif SIDES.key?(text) then [:side, SIDES[text]]
          end
        end

        # The technique at `at`, what its number fixes of side and level, and the token after it.
        def numbered(at)
          token = @tokens[at]
          entry = @reading.scheme[token.value] or unknown_number(at)
          if entry.level && token.level && entry.level != token.level
            dead_end(at, "#{token.value} already means the #{entry.level} in this club's numbering.")
          end
          [entry.technique, {side: entry.side, level: token.level || entry.level}.compact, at + 1]
        end

        def named(at)
          technique, length = @names.at(at)
          unknown_word(at) unless technique
          [technique, {}, at + length]
        end

        # Ways to read what follows a technique: level, side moved to, recovery; taking a word or leaving it to the
        # next.
        def suffixes(technique, at, taken = {})
          ways = [[taken, at]]
          text = word(at)
          kind, value = suffix(technique, text) if text
          ways.concat(suffixes(technique, at + 1, taken.merge(kind => value))) if kind && !taken.key?(kind)
          ways
        end

        def suffix(technique, text)
          if Lexer::LEVELS.key?(text) && technique.levels.any? then [:level, Lexer::LEVELS[text]]
          elsif SIDES.key?(text) && technique.moves? then [:side, SIDES[text]]
          elsif RECOVERIES.key?(text) && technique.leg_strike? then [:recovery, RECOVERIES[text]]
          end
        end

        def build(technique, before, after, fixed, at)
          dead_end(at, "The side of \"#{technique.plain}\" is written twice.") if before[:side] && after[:side]
          if (before[:feint] || before[:force]) && !technique.strike?
            dead_end(at, "Only a strike can be a feint, touch, light or hard: \"#{technique.plain}\" is none.")
          end
          side = side_for(technique, before[:side] || after[:side], fixed[:side], at)
          level = level_for(technique, after[:level] || fixed[:level] || technique.level, at)
          technique = @reading.lexicon["low-kick"] if technique.id == "round-kick" && level == :leg
          Action.new(technique: technique, side: side, level: level, by: @by,
            feint: before.fetch(:feint, @feint && technique.strike?), force: before[:force],
            recovery: technique.leg_strike? ? after.fetch(:recovery, :back) : nil)
        end

        def side_for(technique, written, fixed, at)
          written = @reading.side_of(written, @by) if %i[left right].include?(written)
          if written && fixed && written != fixed
            dead_end(at, "\"#{@tokens[at].text}\" already says the #{fixed} hand in this club's numbering.")
          end
          side = written || fixed || technique.side
          return side if technique.sides.include?(side) || side.nil?
          dead_end(at, side_refusal(technique, side))
        end

        def side_refusal(technique, side)
          return "\"#{technique.plain}\" has no side." if technique.sides.empty?
          swap = {"jab" => "cross", "cross" => "jab"}[technique.id]
          "A #{technique.plain} belongs to the #{technique.sides.first} " \
            "side.#{" From the #{side} side it is a #{swap}." if swap}"
        end

        def level_for(technique, level, at)
          return level if level.nil? || technique.levels.include?(level)
          dead_end(at, "A #{technique.plain} goes to the #{technique.levels.join(" or ")}, not the #{level}.")
        end

        def word(i) = @tokens[i]&.then { |token| token.value if token.kind == :word }

        # Gives up this way of reading; of all dead ends the one furthest into the text is reported. What it suggests is
        # looked for only then (by a block), since looking takes longer than reading.
        def dead_end(i, message = nil, &words)
          i = [i, @tokens.size - 1].min
          @furthest = [i, words || -> { [message, []] }] if @furthest.nil? || @furthest.first < i
          throw :dead_end
        end

        def unreadable
          i, words = @furthest
          message, suggestions = words.call
          Unreadable.new(message, token: @tokens[i].text, at: @tokens[i].at, suggestions: suggestions)
        end

        def unknown_number(at)
          token = @tokens[at]
          dead_end(at) do
            digits = token.value.to_s.chars.map(&:to_i)
            split = digits.join("-") if digits.size > 1 && digits.all? { |digit| @reading.scheme[digit] }
            known = @reading.scheme.entries.keys
            hint = split ? "Did you mean #{split}?" : "It has #{known.first} to #{known.last}."
            ["There is no number #{token.value} in the numbering \"#{@reading.scheme.name}\". #{hint}", [split].compact]
          end
        end

        def unknown_word(at)
          token = @tokens[at]
          dead_end(at) do
            suggestions = @names.nearest(at)
            hint = suggestions.empty? ? "Write a number, or a technique by " \
              "its name." : "Nearest: #{suggestions.join(", ")}."
            ["\"#{token.text}\" at character #{token.at + 1} is no technique here. #{hint}", suggestions]
          end
        end

        def ambiguous(ways)
          texts = ways.map { |way| way.units.map { |_, from, to| @tokens[from...to].map(&:text).join(" ") }.join("-") }
          whole = @tokens.map(&:text).join(" ")
          Unreadable.new("\"#{whole}\" can be read two ways: " \
            "#{texts.map { |text| "\"#{text}\"" }.join(" or ")}. Put a - where you mean it.",
            token: whole, at: @tokens.first.at, length: @tokens.last.at + @tokens.last.text.length - @tokens.first.at,
            suggestions: texts)
        end
      end
    end
  end
end
