module JauntyBell::Core
  module Bench
    module Notation
      # Reads a whole text: the opening range, groups with their repeats, what the partner does, pauses and phrases.
      class Reader
        STRUCTURE = %i[separator open close times_before times_after partner_open partner_close pause gap].freeze
        CHANGING = /switch|walk|forward|front|ahead/i # words without which the feet keep their places

        # `gaps`: whether Lexer::GAP may stand for what could not be read (Partly).
        def initialize(text, reading, gaps: false)
          @text = text.to_s
          @text = @text.encode(Encoding::UTF_8) if @text.encoding == Encoding::US_ASCII && @text.ascii_only?
          unless @text.encoding == Encoding::UTF_8 && @text.valid_encoding?
            raise Unreadable.new("The text is not readable as characters (UTF-8).")
          end
          @text = @text.unicode_normalize(:nfc)
          @reading = reading
          @gaps = gaps
          @unsteady = @text.match?(CHANGING)
          @place = 0
          @last_digit = nil
        end

        def combination
          guard_length
          @tokens = Wording.new(Lexer.new(@text, gaps: @gaps).tokens, @reading.lexicon).tokens
          opening = opening_range
          items = sequence(closing: nil)
          refuse(current, "\"#{current.text}\" closes nothing that was opened.") if current
          raise Unreadable.new("Nothing is written yet. Try 1-2.") if items.empty?
          items = Sides.settled(items, @reading) { |action| other_hand(action) }
          Combination.new(items, opening: opening)
        end

        private

        def guard_length
          return if @text.length <= MOST_CHARACTERS
          raise Unreadable.new("A combination is at most #{MOST_CHARACTERS} characters; this has #{@text.length}.",
            at: MOST_CHARACTERS, length: 1)
        end

        def current = @tokens[@place]

        def take = @tokens[@place].tap { @place += 1 }

        def opening_range
          return opened_at if current&.kind == :opening
          return unless current&.value == "at"
          at = take
          range = current&.value.to_s.to_sym
          unless Lexicon::Techniques::BANDS.include?(range)
            refuse(current || at, "After \"at\" comes close, mid or long.", Lexicon::Techniques::BANDS.map(&:to_s))
          end
          take
          take if current&.kind == :separator
          range
        end

        # "at close range"
        def opened_at
          range = take.value
          take if current&.kind == :separator
          range
        end

        # Items up to the closing token (left in place) or the end. `till_then`: up to a "then" too, which is taken.
        def sequence(closing:, by: :self, feint: false, till_then: false)
          items = []
          size = 0
          gap = true
          start = @place
          while current && current.kind != closing
            if current.kind == :separator
              refuse(current, "Two separators stand together, or one stands where an action should.") if gap
              separator = take
              break if till_then && separator.text.downcase == "then"
              gap = true
            elsif again?(items, closing)
              items = repeated(items, nil, take)
              size = Combination.size_of(items)
              gap = false
            elsif ends?
              break
            else
              items.concat(more = element(by, feint, start))
              guard_size(size += Combination.size_of(more))
              gap = @tokens[@place - 1].kind == :separator
            end
          end
          if gap && items.any? && @tokens[@place - 1].kind == :separator && !till_then
            refuse(@tokens[@place - 1], "Something is missing after \"#{@tokens[@place - 1].text}\".")
          end
          items
        end

        # "jab, cross, twice": a count behind a separator at the end means all that stands before it.
        def again?(items, closing)
          following = @tokens[@place + 1]
          current.kind == :times_after && items.any? && @tokens[@place - 1].kind == :separator &&
            (following.nil? || following.kind == closing)
        end

        def ends?
          %i[close partner_close].include?(current.kind) || (current.kind == :times_after && current.level != :said)
        end

        def element(by, feint, start)
          case current.kind
          when :pause then take && [Action.new(technique: @reading.lexicon["pause"], by: by)]
          when :gap
            take while current&.kind == :gap
            [Action.new(technique: Partly::GAP)]
          when :open, :times_before then group(by, feint)
          when :times_after then so_often(by, feint)
          when :partner_open then partner(by)
          else phrase(by, feint, start)
          end
        end

        # "three times jab, cross, then hook"
        def so_often(by, feint)
          counter = take
          items = sequence(closing: :close, by: by, feint: feint, till_then: true)
          refuse(counter, "\"#{counter.text}\" needs something after it to repeat.") if items.empty?
          repeated(items, counter, nil)
        end

        def group(by, feint)
          before = take if current.kind == :times_before
          opened = take
          items = sequence(closing: :close, by: by, feint: feint)
          refuse(opened, "This bracket is never closed: add a ) where it ends.") unless current&.kind == :close
          refuse(opened, "There is nothing between these brackets.") if items.empty?
          take
          after = take if current&.kind == :times_after
          repeated(items, before, after)
        end

        def repeated(items, before, after)
          refuse(after, "The repeat is written twice, before and after the brackets.") if before && after
          counter = before || after
          return items unless counter
          return items if times(counter) == 1
          guard_size(Combination.size_of(items) * counter.value, counter)
          [Repeat.new(items: items, times: counter.value)]
        end

        # How often a counter says, within reason.
        def times(counter)
          return counter.value if counter.value.between?(1, Combination::MOST_ACTIONS)
          refuse(counter, "Repeat it from 1 to #{Combination::MOST_ACTIONS} times.")
        end

        def partner(by)
          opened = take
          refuse(opened, "The partner's brackets cannot stand inside each other.") if by == :partner
          items = sequence(closing: :partner_close, by: :partner)
          unless current&.kind == :partner_close
            refuse(opened, "The partner's bracket is never closed: add a ] where it ends.")
          end
          refuse(opened, "There is nothing between the partner's brackets.") if items.empty?
          take
          items
        end

        def phrase(by, feint, start)
          from = @place
          @place += 1 until current.nil? || STRUCTURE.include?(current.kind)
          tokens = @tokens[from...@place]
          feint_group = tokens.last&.value.to_s == "feint" && %i[open times_before].include?(current&.kind)
          tokens = tokens[0...-1] if feint_group
          refuse_double_run(tokens) if current&.tight && tokens[-2]&.kind == :multiple && tokens[-1].kind == :number
          check_running(tokens)
          actions = tokens.empty? ? [] : read(tokens, by, feint)
          return actions + group(by, true) if feint_group
          (current&.kind == :times_after) ? counted(actions, by, feint, start, from) : actions
        end

        def read(tokens, by, feint)
          Phrase.new(tokens, @reading, by: by, feint: feint, unsteady: @unsteady).actions
        end

        # "jab x3" is three jabs. Behind more than one action it could mean the last alone or all of them.
        def counted(actions, by, feint, start, from)
          counter = take
          if actions.size == 1 && start == from
            return actions * times(counter)
          end
          tokens = @tokens[from...(@place - 1)]
          last = tokens.size.pred.downto(0).find { |i| single?(tokens[i..], by, feint) } || 0
          refuse_twofold(counter, @tokens[start].at, tokens[last].at)
        end

        # "double 1-2" can mean the jab alone or the one-two.
        def refuse_double_run(tokens)
          double, number = tokens.last(2)
          run = @text[number.at..][/\A[^\s,;)\]]+/]
          raise Unreadable.new("\"#{double.text} #{run}\" can be read two ways: put brackets round what is done " \
            "#{double.value} times.", token: @text[double.at...(number.at + run.length)], at: double.at,
            suggestions: ["(#{run})x#{double.value}",
              "(#{number.text})x#{double.value}#{run.delete_prefix(number.text)}"])
        end

        def single?(tokens, by, feint)
          read(tokens, by, feint).size == 1
        rescue Unreadable
          false
        end

        def refuse_twofold(counter, all, last)
          times = "x#{counter.value}"
          readings = ["(#{@text[all...counter.at].strip})#{times}",
            "#{@text[all...last]}(#{@text[last...counter.at].strip})#{times}"]
          raise Unreadable.new("\"#{counter.text}\" can be read two ways: " \
            "#{readings.map { |text| "\"#{text}\"" }.join(" or ")}. Put brackets round what it repeats.",
            token: @text[all...counter.ends], at: all, suggestions: readings)
        end

        # In a running scheme a digit continues the run or starts a new one at 1.
        def check_running(tokens)
          return unless @reading.scheme.running?
          tokens.select { |token| token.kind == :number }.each do |token|
            unless @reading.scheme.follows?(token.value, @last_digit)
              refuse(token,
                "#{token.value} does not follow #{@last_digit || "the start"} in a running count: go on with " \
                "#{@last_digit.to_i + 1}, or start again at 1.")
            end
            @last_digit = token.value
          end
        end

        def guard_size(size, token = @tokens[@place - 1])
          return if size <= Combination::MOST_ACTIONS
          refuse(token,
            "A combination is at most #{Combination::MOST_ACTIONS} actions after its repeats are opened up; " \
            "this comes to #{size}.")
        end

        # A jab or a cross said with the hand that it is not by then.
        def other_hand(action)
          hand = @reading.hand_of(action.side, :self)
          named = action.technique.plain
          word = @tokens.find { |token| token.word? && token.value == named } || @tokens.first
          swap = action.other_side.technique.plain
          instead = (swap ==
            named) ? "there is no #{named} from the " \
            "#{hand} side" : "from the #{hand} side it is a #{swap}, not a #{named}"
          refuse(word, "By then the feet have changed: #{instead}.", [swap] - [named])
        end

        def refuse(token, message, suggestions = [])
          raise Unreadable.new(message, token: token.text, at: token.at, suggestions: suggestions)
        end
      end
    end
  end
end
