module JauntyBell
  module Files
    # The figure of a combination as JSON-ready data: plain for the command line, small for a device.
    module FigureJson
      NOBODY = {joints: [], poses: []}.freeze # where there is nothing to do

      class << self
        # {segments: {part: cm}, poses: [{at: s, action: index from 0 or nil, phase:, joints: {name: [x, y, z] cm},
        # weight: {left:, right:} per cent, com: [x, y, z], off_balance:}]} of a Core::Bench::Analysis.
        def of(analysis, height: Core::Bench::Figure::Build::HEIGHT)
          {segments: Core::Bench::Figure::Build.segments(height).transform_values { |cm| cm.round(2) },
           poses: timed(analysis, height).map { |at, pose|
             {at: at, action: pose.action, phase: pose.phase, joints: pose.joints.transform_values { |to| round(to) },
              partner: pose.partner.transform_values { |to| round(to) }, weight: pose.weight, com: round(pose.centre),
              off_balance: pose.off_balance}
           }}
        end

        # What is packed of a text, as far as it can be read; NOBODY where nothing can.
        def readable(text, reading, alone: false)
          combination = Core::Bench::Notation.partly(text, reading).combination
          return NOBODY unless combination
          packed(Core::Bench::Analysis.new(combination, reading: reading), alone: alone)
        end

        # {joints: [names], poses: [{at: s, action:, phase:, places: [x, y, z of each joint in turn, in whole mm],
        # partner: the same of whoever stands opposite, nil where they stand as before, target: [mm] or nil,
        # drive: {foot:, limb:} or nil, left: per cent of the weight, off_balance:}]}; of somebody `alone` nobody stands
        # opposite and no pad is met.
        def packed(analysis, alone: false)
          poses = timed(analysis, Core::Bench::Figure::Build::HEIGHT)
          names, before = poses.first[1].joints.keys, nil
          {joints: names,
           poses: poses.map { |at, pose|
             opposite = mm(pose.partner.values_at(*names).flatten)
             stands, before = alone || opposite == before, opposite
             {at: at, action: pose.action, phase: pose.phase, places: mm(pose.joints.values_at(*names).flatten),
              partner: stands ? nil : opposite, target: (mm(pose.target) if pose.target && !alone), drive: pose.drive,
              left: pose.weight[:left], off_balance: pose.off_balance}
           }}
        end

        private

        def timed(analysis, height)
          second = 60 / analysis.tempo
          Core::Bench::Figure.of(analysis.walk, analysis.reading, height: height)
            .map { |pose| [(pose.at * second).to_f.round(4), pose] }
        end

        def round(place) = place.map { |cm| cm.round(2) }

        def mm(places) = places.map { |cm| (cm * 10).round }
      end
    end
  end
end
