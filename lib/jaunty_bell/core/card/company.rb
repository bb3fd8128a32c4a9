module JauntyBell::Core
  module Card
    # Whom a card is for and what they have: what the sums and the checks need beyond the card itself.
    #
    #   students  how many are expected, or nil where it is not known
    #   roster    Persons with holds, as far as they are known
    #   met       ids of combinations the group has met, or nil where nothing is known of it
    #   shelf     {id => Named} combinations a substitute may be taken from
    #   usual     the club's own usual share of the left hand (0–1), or nil
    Company = Value.of(students: nil, roster: [].freeze, juniors: false, met: nil, usual: nil, shelf: {}.freeze,
      school: Lexicon::School.default, reading: Bench::Notation::Reading.new) do
      # An odd class has one trio.
      def trio? = students&.odd? && students >= 3

      def pairs = students && ((students == 1) ? 0 : students / 2)

      # How many of an implement the club owns; nil where it has not said what it owns.
      def owned(implement)
        kit = school.kit
        kit.empty? ? nil : kit.fetch(implement.id, 0)
      end
    end
  end
end
