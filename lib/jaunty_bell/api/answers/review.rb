module JauntyBell
  module Api::Answers
    # A round as a sensor felt it.
    module Review
      class << self
        # From a Services::Floor::Reviews::Reviewed.
        def of(reviewed)
          said = reviewed.to_h.slice(:student_id, :round, :kind, :title)
          said[:heart] = Files::ReviewJson.heart(reviewed.heart) if reviewed.heart
          said[:strikes] = Files::ReviewJson.of(reviewed.strikes) if reviewed.strikes
          said[:reaction] = Files::ReviewJson.reaction(reviewed.reaction) if reviewed.reaction
          said
        end

        # The same with its class and day.
        def dated(reviewed) = of(reviewed).merge(class_id: reviewed.class_id, on: reviewed.on.iso8601)
      end
    end
  end
end
