module JauntyBell
  module Files
    # Students as JSON-ready data.
    module StudentJson
      # Students of a club, or of one group, with the name of their group; `people` is a Store::People.
      def self.all(people, group: nil)
        groups = people.groups.to_h { |row| [row[:id], row[:name]] }
        people.students(group: group).map { |student| of(student, groups) }
      end

      # `groups` maps ids to names.
      def self.of(student, groups)
        student.slice(:id, :name, :stance, :level, :group_id)
          .merge(group_name: groups.fetch(student[:group_id]),
            visitor: Core::Floor.visitor?(student), left_on: student[:left_on]&.iso8601)
      end

      # A database value as JSON writes it.
      def self.plain(value)
        case value
        when Time then value.utc.iso8601
        when Date then value.iso8601
        when BigDecimal then value.to_f
        else value
        end
      end
    end
  end
end
