module JauntyBell::Core
  module Book
    # A number that can be asked where it comes from, or the reason why there is none.
    #
    #   value     a number, or nil with a `reason` in plain words
    #   formula   how it is worked out; `source` where that comes from; `inputs` the numbers that went in
    #   note      what to bear in mind when reading it, or nil
    Figure = Value.of(:name, :formula, :source, value: nil, reason: nil, inputs: {}, note: nil) do
      def known? = !value.nil?
    end
  end
end
