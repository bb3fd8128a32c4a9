module JauntyBell::Core
  module Lexicon
    # Whether one technique's entry is sound before it enters a lexicon: a list of rules over its fields.
    class EntryRules
      ALLOWED = {
        "sides" => %w[lead rear], "levels" => %w[head body leg], "range" => %w[long mid close],
        "plane" => %w[straight round rising falling pushing], "drive" => %w[hip arm leg], "needs" => %w[full nothing],
        "shifts" => %w[nearer further close], "hand" => %w[out],
        "leaves" => ["jab", "own side spent", "set again", "stepped", "moved to a side", "lead loaded", "eased",
          "unchanged"]
      }.freeze

      # Families of which a club may add techniques of its own.
      TAUGHT = ["punch", "elbow", "knee", "kick", "defence", "step", "hand control"].freeze

      # Those of them that strike.
      STRIKING = TAUGHT.select { |family| Shipped.techniques.fetch("families").fetch(family)["strike"] }.freeze

      def initialize(entry, families)
        @entry = entry
        @families = families
      end

      def raise_if_wrong
        field, message = wrong
        raise InvalidInput.new(message, path: "techniques/#{@entry["id"]}/#{field}") if field
      end

      private

      def wrong
        unless /\A[a-z][a-z0-9-]*\z/.match?(@entry["id"].to_s)
          return ["id", "A technique needs an id of small letters and hyphens."]
        end
        unless @families.key?(@entry["family"])
          return ["family", "\"#{@entry["family"]}\" is not a family. Known: #{@families.keys.join(", ")}."]
        end
        unless %w[plain short spoken].all? { |kind| @entry.dig("names", kind).to_s != "" }
          return ["names", "A technique needs a plain, a short and a spoken name."]
        end
        wrong_choice || wrong_default || wrong_beats || wrong_range
      end

      def facts = @families.fetch(@entry["family"]).merge(@entry)

      def wrong_choice
        ALLOWED.each do |field, allowed|
          stray = Array(facts[field]) - allowed
          return [field, "\"#{stray.first}\" is not one of #{allowed.join(", ")}."] if stray.any?
        end
        nil
      end

      def wrong_default
        %w[side level].each do |field|
          all = Array(facts["#{field}s"])
          next if all.empty?
          unless all.include?(facts[field])
            return [field, "The default #{field} must be one of those allowed: #{all.join(", ")}."]
          end
        end
        nil
      end

      def wrong_beats
        unless facts["beats"].is_a?(Numeric) && facts["beats"].between?(0, 8)
          ["beats", "Beats must be a number from 0 to 8."]
        end
      end

      def wrong_range
        return unless facts["strike"]
        bands = Array(facts["range"]).map { |band| %w[long mid close].index(band) }
        neighbours = bands.size == 1 || (bands.size == 2 && bands[1] - bands[0] == 1)
        ["range", "A strike is thrown from one band or from two neighbouring ones, farther first."] unless neighbours
      end
    end
  end
end
