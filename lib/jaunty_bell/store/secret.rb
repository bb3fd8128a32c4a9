require "digest"

module JauntyBell
  module Store
    # Codes that are told once, in letters nobody mixes up, and kept only as their digest.
    module Secret
      LETTERS = [*"A".."Z", *"2".."9"] - %w[I L O U]
      SIZE = 12 # letters: 59 bits

      def self.code = Array.new(SIZE) { LETTERS.sample(random: SecureRandom) }.each_slice(4).map(&:join).join("-")

      # The same however it is written.
      def self.digest(code) = Digest::SHA256.hexdigest(code.upcase.tr("^A-Z0-9", ""))
    end
  end
end
