module JauntyBell
  module Services::Floor
    # Who does what in the rounds of a class that a plan laid out: the lanes of its places, with what some do instead.
    class ClassLanes
      # `planned` what Store::Programmes#class_of says, or nil.
      def initialize(planned)
        @places = (planned ? planned["places"] : []).to_h { |place| [place.values_at("combination_id", "rung"), place] }
      end

      # [{rung:, combination_id: (nil: the round's), part:, student_ids:}] of a round (Core::Floor::Rounds); [] where
      # the plan has it not so. Everybody stands in one lane.
      def of(round)
        place = @places[round.values_at(:combination_id, :rung)] or return []
        instead = place.fetch("instead", [])
        elsewhere = instead.flat_map { |lane| lane["student_ids"] }
        staying = place.fetch("lanes", []).map { |lane| lane.merge("student_ids" => lane["student_ids"] - elsewhere) }
        [*staying, *instead].reject { |lane| lane["student_ids"].empty? }.map do |lane|
          {rung: lane["rung"], combination_id: lane["combination_id"], part: lane["part"],
           student_ids: lane["student_ids"]}
        end
      end
    end
  end
end
