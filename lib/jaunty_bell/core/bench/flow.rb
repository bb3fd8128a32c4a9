module JauntyBell::Core
  module Bench
    # Whether a combination works on the body. A house model: plain rules that coaches teach, written down so that
    # a machine can apply them; no measurement of anyone's body.
    #
    #   walk = Flow::Walk.new(Notation.read("1-3"), Flow::Setting.new)
    #   walk.findings.map(&:rule) # => ["half-wound", "range-in"]
    #   walk.beats                # => (5/2)
    module Flow
      BANDS = %i[far long mid close].freeze
      SEVERITIES = %i[fault caution weak cue].freeze

      # What a combination is judged in: the school, and what is known of the drill.
      #
      #   implement    a Lexicon::Implement or nil     intensity   :touch, :light, :medium, :hard or nil
      #   level        "foundation" … or nil           partner     :same or :opposite stance
      #   kit          names of what is worn and at hand, or nil where no list was made
      #   manner       the drill's manner or nil       seam        true where one set runs into the next
      Setting = Value.of(school: Lexicon::School.default, implement: nil, intensity: nil, level: nil, partner: :same,
        kit: nil, manner: nil, juniors: false, seam: false) do
        # Whether somebody stands opposite: with a bag or in the air the partner's actions are imagined.
        def partnered? = implement.nil? || implement.live || !implement.holder.nil?
      end

      # What is done, tried and offered against a finding: a sentence and the combination after it.
      Mend = Value.of(:label, :combination)

      # What a rule has to say. `at` is the index of the action it concerns (nil: the whole); `seam` where it fires
      # between the last action and the first of the next set. `taught` where the club says "we teach it so": :school
      # for all, :combination for this one; it is then said small, costs nothing and wants no mend.
      Finding = Value.of(:rule, :severity, :at, :reason, seam: false, mends: [], taught: nil) do
        # About where the feet go, apart from what is wrong.
        def footwork? = rule == "range-in"

        def rank = SEVERITIES.index(severity)

        def weak? = severity == :weak && taught.nil?
      end
    end
  end
end
