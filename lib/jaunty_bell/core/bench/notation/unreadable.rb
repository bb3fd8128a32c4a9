module JauntyBell::Core
  module Bench
    module Notation
      # A text that cannot be read: what, where, and what was probably meant.
      class Unreadable < InvalidInput
        # `at` is the position of the first character in the text, from 0; `length` in characters.
        attr_reader :token, :at, :length, :suggestions

        def initialize(message, token: "", at: 0, length: token.length, suggestions: [])
          @token = token
          @at = at
          @length = length
          @suggestions = suggestions
          super(message, path: "notation")
        end

        def to_h = {message: message, token: token, at: at, length: length, suggestions: suggestions}
      end
    end
  end
end
