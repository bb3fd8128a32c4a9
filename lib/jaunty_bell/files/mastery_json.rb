module JauntyBell
  module Files
    # One mastery as JSON-ready data, with the words it is shown in.
    class MasteryJson
      # @param mastery [Core::Book::Mastery]
      def initialize(mastery)
        @mastery = mastery
      end

      def to_h
        words = Core::Book::PlainWords
        due_in = @mastery.due_in
        {on: @mastery.day.iso8601, score: @mastery.score, sure_of: @mastery.sure_of, state: @mastery.state,
         due_in: due_in, due_on: @mastery.due_on&.iso8601, ready_to_go_up: @mastery.ready_to_go_up?,
         faded_by: @mastery.faded_by, days_marked: @mastery.days_marked, attempted: @mastery.attempted,
         clean: @mastery.cleaned, words: {sure_of: words.sureness(@mastery.sure_of), vouched: words.vouched(due_in)}}
      end
    end
  end
end
