require "digest"

module JauntyBell::Core
  # An id that follows from a text: what is told or asked again is the same thing again.
  #
  #   DerivedId.of("… today") # => a UUID, version 5 in shape
  module DerivedId
    def self.of(text)
      hex = Digest::SHA256.hexdigest(text)
      [hex[0, 8], hex[8, 4], "5#{hex[13, 3]}", "8#{hex[17, 3]}", hex[20, 12]].join("-")
    end
  end
end
