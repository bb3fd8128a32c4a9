module JauntyBell
  module Files
    # Pairs that were made, as JSON-ready data.
    module PairsJson
      FACTS = %w[id name stance level kg wish junior blocks].freeze

      # Core::Floor::Pairs from a file's text. Raises Core::InvalidInput.
      def self.read(text)
        data = JSON.parse(text)
        partners = data.fetch("students").map { |row| partner(row) }
        met = data.fetch("met", []).to_h { |one, two, days| [[one, two].sort, days] }
        Core::Floor::Pairs.new(partners, apart: data.fetch("apart", []), met: met, locked: data.fetch("locked", []),
          contact: data.fetch("contact", true), holding: data.fetch("holding", true))
      rescue JSON::ParserError, KeyError, TypeError, NoMethodError => e
        raise Core::InvalidInput, "This is no file of students to pair: #{e.message.lines.first.strip}"
      end

      def self.partner(row)
        facts = row.slice(*FACTS).transform_keys(&:to_sym)
        facts[:stance] = facts[:stance].to_sym if facts[:stance]
        unless [nil, *Core::Floor::Pairs::Match::LEVELS].include?(facts[:level])
          raise Core::InvalidInput,
            "\"#{facts[:level]}\" is not a level. Choose from: #{Core::Floor::Pairs::Match::LEVELS.join(", ")}."
        end
        Core::Floor::Partner.new(name: row.fetch("id"), **facts)
      end
      private_class_method :partner

      # From a Core::Floor::Pairs::Made.
      def self.of(made)
        {groups: made.groups.map(&:to_h), stuck: made.stuck.map(&:to_h), alone: made.alone.map(&:to_h),
         out: made.out.map(&:to_h), gap: made.gap}
      end
    end
  end
end
