module JauntyBell::Core
  module Bench
    module Notation
      # A run of words and numbers with no separator between them, told apart into actions: the longest known
      # name wins, and where it can be read two ways both readings are shown rather than one guessed.
      class Phrase
        SIDES = {"lead" => :lead, "ld" => :lead, "rear" => :rear, "rr" => :rear, "left" => :left, "lt" => :left,
                 "right" => :right, "rt" => :right, "front" => :front}.freeze
        LIMBS = {"hand" => :hand, "leg" => :leg}.freeze # after a side: "left hand hook"
        FORCES = {"touch" => :touch, "light" => :light, "hard" => :hard}.freeze
        RECOVERIES = {"back" => :back, "down" => :down, "forward" => :forward, "around" => :around}.freeze
        KEYWORDS = (SIDES.keys + FORCES.keys + RECOVERIES.keys + Lexer::LEVELS.keys + %w[feint with at]).freeze
        WITHIN_STEP = %w[step-in step-out step-off].freeze # "step-in jab"

        # Actions read from the tokens `from`...`to`; `stretch` counts what is said in an unusual place. Of all ways to
        # read a text the least stretched stand.
        Unit = Struct.new(:actions, :from, :to, :stretch)
        Way = Struct.new(:units, :stretch)

        # `by` is :self or :partner; `feint` makes every strike in it a feint. `unsteady`: the feet may change place
        # somewhere in the text, so that which hand a side means is settled when all is read.
        def initialize(tokens, reading, by:, feint: false, unsteady: false)
          @tokens = tokens
          @reading = reading
          @by = by
          @feint = feint
          @unsteady = unsteady
          @names = NameFinder.new(tokens, reading.lexicon)
          @ways = {}
          @furthest = nil
        end

        # The actions in order. Raises Unreadable.
        def actions
          return [number_alone] if @tokens.size == 1 && number?(0)
          ways = ways_from(0)
          raise unreadable if ways.empty?
          raise ambiguous(ways) if ways.size > 1
          ways.first.units.flat_map(&:actions)
        end

        private

        # The commonest phrase of all, without looking further.
        def number_alone
          surviving do
            technique, fixed, = numbered(0)
            return build(technique, {}, {}, fixed, 0, @by)
          end
          raise unreadable
        end

        # Up to two ways, the least stretched, to read everything from token `i` on.
        def ways_from(i)
          return [Way.new([], 0)] if i == @tokens.size
          @ways[i] ||= begin
            all = joined_units(i).flat_map do |unit|
              ways_from(unit.to).map { |rest| Way.new([unit] + rest.units, unit.stretch + rest.stretch) }
            end
            least = all.map(&:stretch).min
            all = all.select { |way| way.stretch == least }
            (all.size > 1) ? all.uniq { |way| way.units.flat_map(&:actions) }.first(2) : all
          end
        end

        # Units that begin at `i`, each alone or joined by "with" to the next.
        def joined_units(i)
          return stepping(i) if kind(i) == :with && @tokens[i].value == :moving
          return partner_s(i) if kind(i) == :partner
          all = units(i)
          stepped = into_strike(i)
          return stepped if stepped.any?
          all.flat_map { |unit| met(unit) || joined(unit) }
        end

        def joined(unit)
          return [unit] unless with?(unit.to)
          units(unit.to + 1, by: unit.actions.last.by).filter_map { |other| surviving { join(unit, other) } }
        end

        # "stepping in jab", or "stepping in" by itself.
        def stepping(i)
          units(i + 1).flat_map do |helper|
            [Unit.new(helper.actions, i, helper.to, helper.stretch + 1)] +
              units(helper.to).filter_map { |strike| surviving { join(strike, helper, from: i) } }
          end
        end

        # "step jab" and "step-in jab": the strike with a step in (out, off).
        def into_strike(i)
          technique, length = @names.at(i)
          return [] unless technique
          bare = technique.id == "step-side" && word(i) == "step" && length == 1
          tight = @tokens[i].tight && WITHIN_STEP.include?(technique.id)
          return [] unless bare || tight
          helper = bare ? @reading.lexicon["step-in"] : technique
          step = Unit.new([Action.new(technique: helper, side: helper.side, by: @by)], i, i + length, 0)
          units(i + length).select { |unit| unit.actions.first.strike? }
            .filter_map { |strike| surviving { join(strike, step, from: i) } unless with?(strike.to) }
        end

        def join(one, other, from: one.from)
          strike, helper = [one, other].sort_by { |unit| unit.actions.first.strike? ? 0 : 1 }
          action, done = strike.actions.last, with_step(helper)
          if helper.actions.one? && meets?(action, done)
            return Unit.new([*strike.actions[0...-1], action.but(with: done)], from, [one.to, other.to].max,
              one.stretch + other.stretch)
          end
          dead_end(one.to, "\"with\" joins one strike to one step or defence done at the same time.")
        end

        # A step without a side, done with something, is a step in.
        def with_step(unit)
          step = unit.actions.first
          if step.technique.id == "step-side" && unwritten?(unit)
            Action.new(technique: @reading.lexicon["step-in"], by: step.by)
          else
            step
          end
        end

        def meets?(action, helper)
          moves = helper.technique.step? || helper.technique.defence?
          moves && !action.with && (action.strike? || (action.technique.defence? && helper.technique.step?))
        end

        # "they jab", "partner throws a cross": the next action is the partner's.
        def partner_s(i)
          units(i + 1, by: :partner, verbs: true).flat_map { |unit| joined(unit) }
            .map { |unit| Unit.new(unit.actions, i, unit.to, unit.stretch) }
        end

        # "slip the jab": the partner's strike, and what meets it with the side it usually takes.
        def met(unit)
          answer = unit.actions.last
          return unless kind(unit.to) == :met && answer.own? && answer.technique.defence?
          units(unit.to + 1, by: :partner).select { |feed| feed.actions.one? && feed.actions.first.strike? }
            .map do |feed|
            strike = feed.actions.first
            side = unit.actions.first.side
            if unwritten?(unit) && answer.technique.two_sided?
              side = Lexicon::Answers.facing(strike.side, @reading.partner)
            end
            Unit.new([strike, answer.but(side: side)], unit.from, feed.to, unit.stretch + feed.stretch)
          end
        end

        def unwritten?(unit) = (unit.from...unit.to).none? { |i| side_at(i) || kind(i) == :side }

        # Ways to read one action at token `i`, or several alike ("double jab").
        def units(i, by: @by, verbs: false)
          return surviving { needs_technique } || [] if i >= @tokens.size
          prefixes(i, verbs).flat_map { |at, prefix| surviving { after_prefix(i, at, prefix, by, verbs) } || [] }
        end

        def needs_technique = dead_end(@tokens.size - 1, "\"#{@tokens.last.text}\" needs a technique after it.")

        def after_prefix(i, at, prefix, by, verbs)
          dead_end(at) { bare(i) } if at >= @tokens.size
          names(at, prefix, verbs).flat_map do |technique, fixed, after, stretch|
            suffixes(technique, after).filter_map do |suffix, stop, more|
              surviving do
                action = build(technique, prefix, suffix, fixed, at, by)
                Unit.new([action] * prefix.fetch(:multiple, 1), i, stop, stretch + more + prefix.fetch(:stretch, 0))
              end
            end
          end
        end

        # A side, a level or the like with no technique to it.
        def bare(i)
          token = @tokens[[i, @tokens.size - 1].min]
          whole = @tokens[i..].map(&:text).join(" ")
          if Lexer::LEVELS.key?(token.value) || token.kind == :level
            return ["\"#{whole}\" says where it lands; which strike? For example: #{token.text} hook.", ["cross body"]]
          end
          ["\"#{token.text}\" needs a technique after it.", []]
        end

        # Ways to take the words before the technique: feint, force, side, level, how often; each once, in any order.
        def prefixes(i, verbs)
          ways = []
          found = {}
          loop do
            ways << [i, found]
            break if i >= @tokens.size
            kind, value, taken, stretch = prefix(i)
            break if kind.nil? || found.key?(kind) || @names.at(i)&.at(1).to_i > taken
            found = found.merge(kind => value)
            found[:stretch] = found.fetch(:stretch, 0) + stretch if stretch.to_i.positive?
            ways << [i + taken, found] if taken < (more = limb_word(i, kind))
            i += [taken, more].max
          end
          named = ways.select { |at, said| at < @tokens.size && named?(at, said, verbs) }
          named.empty? ? ways.last(1) : named.uniq
        end

        # [kind, value, tokens taken, stretch] of a word before a technique, or nil.
        def prefix(i)
          text = word(i)
          case kind(i)
          when :feint, :force then return [kind(i), (kind(i) == :feint) || @tokens[i].value, 1]
          when :multiple then return [:multiple, @tokens[i].value, 1]
          when :side then return [:side, @tokens[i].value, 1] if %i[outside inside].include?(@tokens[i].value)
          when :number then return [:multiple, @tokens[i].value, 1] if several?(i)
          end
          if text == "feint" then [:feint, true, 1]
          elsif FORCES.key?(text) then [:force, FORCES[text], 1]
          elsif (side = side_at(i)) then [:side, side, 1, (side == :back) ? 1 : 0]
          elsif text && text.size > 1 && Lexer::LEVELS.key?(text)
            [:level, [Lexer::LEVELS[text]], 1, @names.at(i + 1) ? 0 : 1]
          end
        end

        # One past "hand" or "leg" after a side, or 0: "left hand hook", "lead leg body kick".
        def limb_word(i, kind) = (kind == :side && LIMBS.key?(word(i + 1))) ? 2 : 0

        def side_at(i)
          return :back if word(i) == "back" && (LIMBS.key?(word(i + 1)) || @names.at(i + 1)&.first&.strike?)
          SIDES[word(i)]
        end

        def plural?(i) = @names.plural_at(i)

        # Whether a number says how often: "two lead hooks"; "two jab" could mean so.
        def several?(i)
          return true if (1..3).any? { |further| plural?(i + further) }
          i.zero? && @tokens[i].level == :said && @names.at(i + 1)&.first&.strike?
        end

        def named?(i, said, verbs)
          @names.at(i) || number?(i) || straight?(i) || ((said[:multiple] || verbs) && plural?(i))
        end

        def number?(i) = kind(i) == :number

        def straight?(i) = kind(i) == :straight || (word(i) == "hand" && i.positive?)

        # What is named at `at`: [technique, what its name fixes of side, level and spot, the token after it, stretch].
        def names(at, prefix, verbs)
          return [numbered(at)] if number?(at)
          if (prefix.key?(:multiple) || verbs) && (plural = @names.plural_at(at))
            technique, length, fixed = plural
            return [[technique, fixed, at + length, 0]]
          end
          return straights(at, prefix) if straight?(at) && !@names.at(at)
          technique, length, fixed = @names.at(at)
          unknown_word(at) unless technique
          [[technique, fixed, at + length, 0]]
        end

        # The jab or the cross: "right hand", "straight left".
        def straights(at, prefix)
          said = prefix[:side] || side_at(at + 1)
          dead_end(at) { ["Which hand? A lead straight is a jab, a rear straight a cross.", %w[jab cross]] } unless said
          after = prefix[:side] ? at + 1 : at + 2
          after += 1 if word(after) == "hand"
          side = %i[left right].include?(said) ? @reading.side_of(said, @by) : said
          front = %i[lead front].include?(side)
          open = @unsteady && %i[lead rear].include?(side)
          [[@reading.lexicon[front ? "jab" : "cross"], {side: open ? :"straight #{side}" : nil, straight: true}.compact,
            after, 0]]
        end

        # The technique at `at`, what its number fixes of side and level, and the token after it.
        def numbered(at)
          token = @tokens[at]
          entry = @reading.scheme[token.value] or unknown_number(at)
          level = token.level unless token.level == :said
          if entry.level && level && entry.level != level
            dead_end(at, "#{token.value} already means the #{entry.level} in this club's numbering.")
          end
          [entry.technique, {side: entry.side, level: level || entry.level, digit: token.text}.compact, at + 1, 0]
        end

        # Ways to read what follows a technique: level, side moved to, recovery; taking a word or leaving it to the
        # next.
        def suffixes(technique, at, taken = {}, stretch = 0)
          ways = [[taken, at, stretch]]
          return ways if at >= @tokens.size
          suffix(technique, at).each do |kind, value, length, more|
            next if taken.key?(kind)
            ways.concat(suffixes(technique, at + length, taken.merge(kind => value), stretch + more))
          end
          ways
        end

        # What the token at `at` may say of the technique before it: [[kind, value, tokens taken, stretch]].
        def suffix(technique, at)
          text = word(at) or return marked(technique, @tokens[at], at)
          return [[:level, [Lexer::LEVELS[text]], 1, 0]] if Lexer::LEVELS.key?(text) && technique.levels.any?
          return [[:recovery, RECOVERIES[text], 1, 0]] if RECOVERIES.key?(text) && technique.leg_strike?
          return [[:feint, true, 1, 1]] if text == "feint" && technique.strike?
          side_suffix(technique, at)
        end

        # The same of a phrase that Wording has understood.
        def marked(technique, token, at)
          return aimed(technique, at) if token.kind == :met
          fits, stretch = {
            level: [technique.levels.any?, 0], recovery: [technique.leg_strike?, 0], feint: [technique.strike?, 1],
            side: [technique.sides.any?, technique.moves? ? 0 : 1], on: [technique.control?, 0],
            distance: [technique.travels?, 0]
          }[token.kind]
          fits ? [[token.kind, (token.kind == :feint) || token.value, 1, stretch]] : []
        end

        # "jab the body", and "pull the head (down)".
        def aimed(technique, at)
          level = Lexer::LEVELS[word(at + 1)] or return []
          return [[:on, "head", (word(at + 2) == "down") ? 3 : 2, 0]] if technique.control? && level == :head
          technique.strike? ? [[:level, [level], 2, 0]] : []
        end

        def side_suffix(technique, at)
          side = side_at(at)
          return [] if side.nil? || technique.sides.empty?
          limb = LIMBS.key?(word(at + 1)) ? 2 : 1
          usual = technique.moves? || (technique.control? && limb == 2)
          said = [[:side, side, limb, usual ? 0 : 1]]
          said << [:on, "#{word(at)} hand", 2, 1] if technique.control? && word(at + 1) == "hand"
          said
        end

        def build(technique, before, after, fixed, at, by)
          feint = @feint && by == @by
          said = Meaning.new(technique, before, after, fixed, by: by, reading: @reading, unsteady: @unsteady)
          said.action(feint: feint) { |message| dead_end(at, message) }
        end

        def word(i) = @tokens[i]&.then { |token| token.value if token.kind == :word }

        def kind(i) = @tokens[i]&.kind

        def with?(i) = word(i) == "with" || kind(i) == :with

        # The block's value, or nil if it came to a dead end.
        def surviving = catch(:dead_end) { yield }

        # Gives up this way of reading; of all dead ends the one furthest into the text is reported. What it suggests is
        # looked for only then (by a block), since looking takes longer than reading.
        def dead_end(i, message = nil, &words)
          i = [i, @tokens.size - 1].min
          @furthest = [i, words || -> { [message, []] }] if @furthest.nil? || @furthest.first < i
          throw :dead_end
        end

        def unreadable
          i, words = @furthest
          message, suggestions, otherwise = words.call
          Unreadable.new(message, token: @tokens[i].text, at: @tokens[i].at, suggestions: suggestions,
            otherwise: otherwise)
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
          if token.kind == :distance
            dead_end(at, "How far goes after a step that travels: step in #{token.text}, shuffle left #{token.text}.")
          end
          dead_end(at) do
            ["\"#{token.text}\" at character #{token.at + 1} is no technique here.",
              @names.nearest(at) - [token.text.downcase], "Write a number, or a technique by its name."]
          end
        end

        def ambiguous(ways)
          whole = @tokens.map(&:text).join(" ")
          texts = ways.map { |way| way.units.map { |unit| spelled(unit) }.join("-") }
          texts = ways.zip(texts).map { |way, text| (text == whole) ? meant(way) : text }
          Unreadable.new("\"#{whole}\" can be read two ways: " \
            "#{texts.map { |text| "\"#{text}\"" }.join(" or ")}. Put a - where you mean it.",
            token: whole, at: @tokens.first.at, length: @tokens.last.ends - @tokens.first.at, suggestions: texts)
        end

        def spelled(unit) = @tokens[unit.from...unit.to].map(&:text).join(" ")

        def meant(way) = Notation.write(Combination.new(way.units.flat_map(&:actions)), @reading)
      end
    end
  end
end
