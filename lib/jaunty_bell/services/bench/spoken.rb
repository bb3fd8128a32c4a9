module JauntyBell
  module Services::Bench
    # Words of a club's own that the Floor says: its techniques, its exercises, what partners show in its read drills.
    # Where this machine can speak each gets its sound; else the word for its family stands in, or it is only shown.
    #
    #   Spoken.new(school).say("left pad low")
    class Spoken
      # `speech` answers #can?, #speak and #milliseconds (Files::Speech); a service knows no files.
      def initialize(school, speech)
        @school = school
        @speech = speech
      end

      # Makes the sound of a text that cannot be said yet as a whole.
      def say(text)
        word = Core::Floor::Voice.plain(text)
        return if word.empty? || said?(word) || !@speech.can?
        wave = @speech.speak(word)
        @school.keep_word(word, wave: wave, ms: @speech.milliseconds(wave))
      end

      private

      # Whether every word of it is there already.
      def said?(word) = @school.voice.words(word).join(" ") == word
    end
  end
end
