module JauntyBell::Core
  module Bench
    module Notation
      # A text that cannot be read: what, where, and what was probably meant.
      class Unreadable < InvalidInput
        # `at` is the position of the first character in the text, from 0; `length` in characters; `suggestions` are
        # what may stand there instead.
        attr_reader :token, :at, :length, :suggestions

        # With `otherwise`, the message ends with what is nearest, or with that sentence where nothing is.
        def initialize(message, token: "", at: 0, length: token.length, suggestions: [], otherwise: nil)
          @said = message
          @token = token
          @at = at
          @length = length
          @suggestions = suggestions
          @otherwise = otherwise
          super([message, hint].compact.join(" "), path: "notation")
        end

        # The same with fewer suggestions.
        def suggesting(fewer)
          Unreadable.new(@said, token: token, at: at, length: length, suggestions: fewer, otherwise: @otherwise)
        end

        def to_h = {message: message, token: token, at: at, length: length, suggestions: suggestions}

        private

        def hint
          return unless @otherwise
          suggestions.empty? ? @otherwise : "Nearest: #{suggestions.join(", ")}."
        end
      end
    end
  end
end
