module JauntyBell
  module Files
    # A path on the floor as JSON-ready data, in cm: the same for the command line and the API.
    module PathJson
      # @param path [Core::Bench::Path]
      def self.of(path)
        {points: path.points.map { |point| [point.x, point.y] }, feet: path.feet, length: path.length, ends: path.ends,
         shape: path.shape, extent: path.extent, corners: path.corners.map { |point| [point.x, point.y] },
         narrowest: path.narrowest, crossed: path.crossed?,
         mirrored: path.mirrored.points.map { |point| [point.x, point.y] },
         findings: path.findings.map { |rule, reason| {rule: rule, reason: reason} }}
      end
    end
  end
end
