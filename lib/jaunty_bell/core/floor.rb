module JauntyBell::Core
  # Running the class: what is heard and when.
  module Floor
    # Whether a student ({member_since:, left_on:}, Dates or nil) only visits: of no group, and has not left.
    def self.visitor?(student) = student[:member_since].nil? && student[:left_on].nil?
  end
end
