module JauntyBell::Core
  module Bench
    module Notation
      # Reads a whole text: the opening range, groups with their repeats, what the partner does, pauses and phrases.
      class Reader
        def initialize(text, reading)
          @text = text.to_s
          unless @text.encoding == Encoding::UTF_8 && @text.valid_encoding?
            raise Unreadable.new("The text is not readable as characters (UTF-8).")
          end
          @text = @text.unicode_normalize(:nfc)
          @reading = reading
          @place = 0
          @last_digit = nil
        end

        def combination
          guard_length
          @tokens = Lexer.new(@text, hyphenated_names).tokens
          opening = opening_range
          items = sequence(closing: nil)
          refuse(current, "\"#{current.text}\" closes nothing that was opened.") if current
          raise Unreadable.new("Nothing is written yet. Try 1-2.") if items.empty?
          Combination.new(items, opening: opening)
        end

        private

        def hyphenated_names
          @reading.lexicon.flat_map { |technique| [technique.plain, technique.short] }
            .select { |name| name.include?("-") }.uniq
        end

        def guard_length
          return if @text.length <= MOST_CHARACTERS
          raise Unreadable.new("A combination is at most #{MOST_CHARACTERS} characters; this has #{@text.length}.",
            at: MOST_CHARACTERS, length: 1)
        end

        def current = @tokens[@place]

        def take = @tokens[@place].tap { @place += 1 }

        def opening_range
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

        # Items up to the closing token (left in place) or the end.
        def sequence(closing:, by: :self, feint: false)
          items = []
          gap = true
          while current && current.kind != closing
            if current.kind == :separator
              refuse(current, "Two separators stand together, or one stands where an action should.") if gap
              take
              gap = true
            elsif %i[close partner_close times_after].include?(current.kind)
              break
            else
              items.concat(element(by, feint))
              guard_size(items)
              gap = false
            end
          end
          if gap && items.any?
            refuse(@tokens[@place - 1], "Something is missing after \"#{@tokens[@place - 1].text}\".")
          end
          items
        end

        def element(by, feint)
          case current.kind
          when :pause then take && [Action.new(technique: @reading.lexicon["pause"], by: by)]
          when :open, :times_before then group(by, feint)
          when :partner_open then partner(by)
          else phrase(by, feint)
          end
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
          unless counter.value.between?(1, Combination::MOST_ACTIONS)
            refuse(counter, "Repeat it from 1 to #{Combination::MOST_ACTIONS} times.")
          end
          return items if counter.value == 1
          [Repeat.new(items: items, times: counter.value)].tap { |whole| guard_size(whole, counter) }
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

        def phrase(by, feint)
          from = @place
          @place += 1 while %i[word number].include?(current&.kind)
          tokens = @tokens[from...@place]
          feint_group = tokens.last&.value == "feint" && %i[open times_before].include?(current&.kind)
          tokens = tokens[0...-1] if feint_group
          if tokens.empty? && !feint_group
            refuse(current, "\"#{current.text}\" repeats nothing: put brackets round what it repeats.")
          end
          check_running(tokens)
          actions = tokens.empty? ? [] : Phrase.new(tokens, @reading, by: by, feint: feint).actions
          feint_group ? actions + group(by, true) : actions
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

        def guard_size(items, token = @tokens[@place - 1])
          size = Combination.size_of(items)
          return if size <= Combination::MOST_ACTIONS
          refuse(token,
            "A combination is at most #{Combination::MOST_ACTIONS} actions after its repeats are opened up; " \
            "this comes to #{size}.")
        end

        def refuse(token, message, suggestions = [])
          raise Unreadable.new(message, token: token.text, at: token.at, suggestions: suggestions)
        end
      end
    end
  end
end
