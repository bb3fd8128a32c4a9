module JauntyBell::Core
  module Floor
    # A student as the making of pairs needs to know them.
    #
    #   level   "foundation", "building", "advanced" or nil     kg  what they weigh, or nil where it is not known
    #   wish    "same" or "other": the stance wanted opposite; nil for none     blocks  what holds block (Care::BLOCKS)
    Partner = Value.of(:id, :name, stance: :orthodox, level: nil, kg: nil, wish: nil, junior: false, blocks: [].freeze)
  end
end
