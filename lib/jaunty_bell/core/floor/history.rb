module JauntyBell::Core
  module Floor
    # Which of the rounds that devices have sent did ring: in one hall there is one bell, whoever leads. A round is sent
    # by the device that rang it; while another one led, what this one counted by itself is no round of the class.
    #
    #   History.counted(runs, leads) # => the ids of the runs that count
    module History
      # `ended` is a Time, `worked` seconds; `device` nil for rounds that no device sent.
      Run = Struct.new(:id, :device, :ended, :worked, keyword_init: true)
      # From `at` on this device led.
      Lead = Struct.new(:device, :at, keyword_init: true)

      SILENT = 60 # seconds after which a device that only stood at the door no longer leads; common practice, no source
      SLACK = 2 # seconds by which two rounds may overlap and be two: clocks of devices differ

      class << self
        # Whether a device that led still does: one that rang the bell may have lost the network, one at the door has
        # gone.
        def leads?(moment, silent) = moment != "door" || silent < SILENT

        # [Run], [Lead] → ids. A run counts where its device led when it ended, or where whoever led never rang; of two
        # that overlap in time and were sent by two devices the leader's counts, else the earlier one.
        def counted(runs, leads)
          rang = runs.map(&:device).uniq
          leads = leads.select { |lead| rang.include?(lead.device) }.sort_by(&:at)
          led, others = runs.partition { |run|
            run.device.nil? || leader(leads, run.ended).then { |device| device.nil? || device == run.device }
          }
          ranked = led.sort_by { |run| [(leads.any? { |lead| lead.device == run.device }) ? 0 : 1, run.ended, run.id] }
          ranked.each_with_object([]) { |run, kept| kept << run unless kept.any? { |other| same_time?(other, run) } }
            .map(&:id) - others.map(&:id)
        end

        private

        def leader(leads, time) = leads.reverse_each.find { |lead| lead.at <= time }&.device

        def same_time?(one, two)
          return false if one.device == two.device || one.device.nil? || two.device.nil?
          [one.ended, two.ended].min - [one.ended - one.worked, two.ended - two.worked].max > SLACK
        end
      end
    end
  end
end
