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

      # What a club must say of a technique of its own, and is not guessed: {field => what to say}.
      ASKED = {"sides" => "Say which hand or leg throws it: the lead, the rear, or either.",
               "side" => "Say which one is meant where none is written.",
               "levels" => "Say where it may land: head, body, leg.",
               "level" => "Say where it lands where nothing is written.",
               "range" => "Say from how far it is thrown: long, mid or close."}.freeze

      # An entry of a club's own, with what follows of itself from what was said. Raises InvalidInput for what must be
      # said.
      def self.told(entry)
        family = Shipped.techniques.fetch("families").fetch(entry["family"], {})
        said = entry.dup
        %w[side level].each { |one| said[one] ||= said["#{one}s"].first if said["#{one}s"]&.size == 1 }
        asked = family["limb"] ? %w[sides side] : []
        asked = ASKED.keys if family["strike"]
        missing = asked.find { |field| Array(said[field]).empty? }
        raise InvalidInput.new(ASKED[missing], path: "technique/#{missing}") if missing
        said
      end

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
