module JauntyBell::Core
  module Care
    # A student held back: by what, from what, since when and until when (nil: until it is lifted).
    Hold = Value.of(:matter, :blocks, :from, to: nil) do
      def on?(day) = from <= day && (to.nil? || day <= to)

      # What it blocks, in words.
      def blocked = blocks.include?("all") ? "out" : "no #{blocks.join(", no ")}"

      # Raises InvalidInput.
      def checked
        unless MATTERS.include?(matter)
          refuse("matter", "\"#{matter}\" is not a matter. Choose from: #{MATTERS.join(", ")}.")
        end
        refuse("blocks", "Say what the hold blocks: #{BLOCKS.join(", ")}.") if blocks.empty? || (blocks - BLOCKS).any?
        refuse("until", "A hold ends on the day it begins or later.") if to && to < from
        self
      end

      # What is held back at once where somebody says that they are hurt: as much as may matter, until a coach has seen
      # to it. A knock to the head is HeadKnock's.
      def self.until_seen(matter, day) = new(matter: matter, blocks: AT_ONCE.fetch(matter), from: day)

      private

      def refuse(path, message) = raise(InvalidInput.new(message, path: path))
    end
  end
end
