require "securerandom"

module JauntyBell
  module Services
    module Bench
      # A list of combinations put on the shelf, its order kept as a series where the coach names one, and the series of
      # an export with it: all or nothing.
      class ListImport
        def initialize(club)
          @club = club
        end

        # `lines` are Files::CombinationList::Lines without a problem; `series` a name for the whole list, or nil;
        # `listed` [[name, names of combinations]]. Raises Store::Conflict.
        def keep(lines, series: nil, listed: [])
          @club.db.transaction do
            rows = @club.combinations.add_all(lines.map { |line|
              {id: SecureRandom.uuid, name: line.name, combination: line.combination, tags: line.tags}
            })
            add(series.strip, rows.map { |row| row[:id] }) if series && series.strip != ""
            shelf = @club.combinations.all.to_h { |row| [row[:name], row[:id]] } if listed.any?
            taken = @club.series.all.map { |row| row[:name] }
            listed.each { |name, names| add(name, shelf.values_at(*names).compact) unless taken.include?(name) }
          end
        end

        private

        def add(name, ids) = @club.series.add(id: SecureRandom.uuid, name: name, combination_ids: ids)
      end
    end
  end
end
