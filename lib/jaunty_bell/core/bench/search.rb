module JauntyBell::Core
  module Bench
    # Finds combinations by what they contain, in a coach's words.
    #
    #   Search.new("ends with a rear kick").matches?(combination, name: "Gangway", tags: [])
    #
    # It understands "ends with …", "starts with …", "has …", "no …", "three strikes or fewer", "5 strikes or more",
    # "exactly 4 strikes", "for building" (a level by complexity), any stretch that the reader reads ("3b-2", "jab, body
    # hook"), several of these with "and" or "but" between, and otherwise part of a name or a tag.
    class Search
      NUMBERS = %w[no one two three four five six seven eight nine ten].each_with_index.to_h.freeze
      FAMILIES = {"punch" => :punch?, "punches" => :punch?, "elbow" => :elbow?, "elbows" => :elbow?,
                  "knee" => :knee?, "knees" => :knee?, "kick" => :kick?, "kicks" => :kick?, "defence" => :defence?,
                  "step" => :step?, "steps" => :step?, "strike" => :strike?, "hand control" => :control?}.freeze
      SIDED = /\d|lead|rear|left|right|front|hand|straight|\bl[dt]\b|\brr\b|\brt\b/
      LEVELLED = /\d|head|body|leg|high|mid|low|to the/
      ARTICLE = /(?:(?:an?|the|with)\s+)*/

      attr_reader :query

      def initialize(query, reading = Notation::Reading.new)
        @query = query.strip.downcase.squeeze(" ")
        @reading = reading
        @test = compile
      end

      # Whether a combination with this name and these tags is meant.
      def matches?(combination, name: "", tags: [])
        return true if query.empty?
        named?(name, tags) || @test&.call(combination) || false
      end

      # How the query was understood, in words; nil where only names are looked through.
      attr_reader :understood

      private

      def named?(name, tags) = [name, *tags].any? { |text| text.downcase.include?(query) }

      # Several asked for at once, where each can be understood; else the whole.
      def compile
        parts = query.split(/\s+(?:and|but)\s+(?!weave)|,\s*(?=no\b|without\b)/)
        return understand(query) if parts.one?
        tests = parts.map { |part| [understand(part) || understand("has #{part}"), @understood] }
        return understand(query) unless tests.all?(&:first)
        @understood = tests.map(&:last).join(" and ")
        ->(whole) { tests.all? { |test, _| test.call(whole) } }
      end

      def understand(query)
        @understood = nil
        case query
        when /\A(?:ends|finishes|ending) #{ARTICLE}(.+)\z/o then asked_for("ends with #{$1}", at_end(one($1)))
        when /\A(?:starts|begins|opens|opening) #{ARTICLE}(.+)\z/o
          asked_for("starts with #{$1}", at_start(one($1)))
        when /\A(?:has|have|with|contains) #{ARTICLE}(.+)\z/o then asked_for("has #{$1}", anywhere(one($1)))
        when /\A(?:without|has no|no) #{ARTICLE}(.+)\z/o
          asked_for("has no #{$1}", anywhere(one($1))&.then { |test| ->(whole) { !test.call(whole) } })
        when /\A(?:exactly )?(\w+) strikes? or (fewer|less|more)\z/ then strikes($1, ($2 == "more") ? :>= : :<=)
        when /\A(?:for )?(foundation|building|advanced)\z/ then asked_for("for #{$1}", level($1))
        when /\A(?:at most|up to) (\w+) strikes?\z/ then strikes($1, :<=)
        when /\Aat least (\w+) strikes?\z/ then strikes($1, :>=)
        when /\A(?:exactly )?(\w+) strikes?\z/ then strikes($1, :==)
        else stretch(query)
        end
      end

      def asked_for(words, test)
        @understood = words if test
        test
      end

      def strikes(word, compare)
        limit = NUMBERS[word] || Integer(word, exception: false) or return
        asked_for("#{{">=": "at least", "<=": "at most", "==": "exactly"}[compare]} #{Words.many(limit, "strike")}",
          ->(whole) { whole.actions.count(&:contact?).public_send(compare, limit) })
      end

      def level(name) = ->(whole) { Complexity.level(Complexity.of(Flow::Walk.new(whole))) == name }

      def at_end(test) =
        test && ->(whole) {
          if (last = whole.actions.rindex { |action| action.own? && !action.pause? })
            test.call(whole.actions[last])
          else
            false
          end
        }

      def at_start(test) = test && ->(whole) { whole.actions.any? && test.call(whole.actions.first) }

      def anywhere(test) =
        test && ->(whole) {
          whole.actions.any? { |action| test.call(action) || (action.with && test.call(action.with)) }
        }

      # A test of one action: a family on a side and level ("rear kick", "body shot"), or what notation says.
      def one(text)
        words = text.split
        side = %w[lead rear].find { |name| words.delete(name) }
        level = %w[head body leg].find { |name| words.delete(name) }
        rest = words.join(" ")
        kind = FAMILIES[rest] || (:strike? if rest.empty? || rest == "shot")
        return family(kind, side&.to_sym, level&.to_sym) if kind
        written(text)
      end

      def family(kind, side, level)
        lambda do |action|
          action.technique.public_send(kind) && (side.nil? || action.side == side) &&
            (level.nil? || action.level == level)
        end
      end

      # One action as it is written, one of many too ("hooks"); what the coach did not write (side, level) may be any.
      def written(text)
        wanted = read(text) || read(text.delete_suffix("s")) || read(text.delete_suffix("es"))
        return unless wanted&.size == 1
        action = wanted.first
        side = action.side if text.match?(SIDED)
        level = action.level if text.match?(LEVELLED)
        ->(other) {
          other.technique == action.technique && (side.nil? || other.side == side) &&
            (level.nil? || other.level == level)
        }
      end

      def read(text)
        Notation.read(text, @reading).actions
      rescue Notation::Unreadable
        nil
      end

      # A stretch of notation that stands anywhere in the combination.
      def stretch(query)
        wanted = read(query)&.map { |action| alike(action) } or return
        asked_for("has #{query}",
          ->(whole) { whole.actions.map { |action| alike(action) }.each_cons(wanted.size).include?(wanted) })
      end

      def alike(action) = [action.technique.id, action.side, action.level, action.by, action.feint]
    end
  end
end
