module JauntyBell::Core
  module Lexicon
    # One thing a body does, as the lexicon describes it: a jab, a slip, a pivot.
    class Technique
      ATTRIBUTES = %i[id family strike limb sides side levels level range plane drive needs leaves shifts hand moves
        beats gear cues cautions speaks_level picture].freeze
      attr_reader(*ATTRIBUTES)
      attr_reader :plain, :short, :spoken, :also, :ways

      # `facts` is a technique's entry in techniques.yml with its family's defaults filled in (string keys).
      def initialize(facts)
        @id = facts.fetch("id").freeze
        @family = facts.fetch("family").freeze
        @plain, @short, @spoken = facts.fetch("names").values_at("plain", "short", "spoken").map(&:freeze)
        @also = Array(facts["also"]).map(&:freeze).freeze
        @ways = facts.fetch("ways", {}).transform_values { |says|
          says.to_h { |key, value| [key.to_sym, value.to_sym] }
        }
          .freeze
        @strike = facts.fetch("strike", false)
        %w[limb plane drive needs leaves shifts hand speaks_level].each do |name|
          instance_variable_set(:"@#{name}", facts[name]&.to_sym)
        end
        @sides = Array(facts["sides"]).map(&:to_sym).freeze
        @side = facts["side"]&.to_sym
        @levels = Array(facts["levels"]).map(&:to_sym).freeze
        @level = facts["level"]&.to_sym
        @range = Array(facts["range"]).map(&:to_sym).freeze
        @moves = facts.fetch("moves", false)
        @beats = facts.fetch("beats").to_r
        @picture = facts.fetch("picture", {}).freeze
        @one_side = (@sides.first if @sides.size == 1)
        @changes_feet = @family == "step" && @picture["feet"] == "change"
        @gear, @cues, @cautions = facts.values_at("gear", "cues", "cautions")
          .map { |list| Array(list).map(&:freeze).freeze }
        @written_names = [@plain, @short, @spoken, *@also, *@ways.keys].map { |name| name.downcase.tr("-", " ") }.uniq
          .freeze
        freeze
      end

      # Every way a coach may write it: the plain, short and spoken names and further ones, lower case, blanks for
      # hyphens.
      attr_reader :written_names

      # What a written name says beyond the technique: {side:, level:, spot:}, {} for most.
      def said_by(name) = ways.fetch(name, {})

      # The one side its hand or leg is on in any stance (a jab: lead), or nil.
      attr_reader :one_side

      # Whether it winds the side it moves to.
      def winds? = leaves == :"moved to a side"

      # Whether the feet are the other way round after it.
      def changes_feet? = @changes_feet

      def strike? = @strike

      def moves? = @moves

      def pause? = family == "pause"

      # Stands where a text could not be read.
      def gap? = id == "gap"

      def defence? = family == "defence"

      def step? = family == "step"

      # A step that goes somewhere, so far as is written.
      def travels? = step? && (picture.key?("nearer") || picture.key?("aside"))

      def control? = family == "hand control"

      def punch? = family == "punch"

      def elbow? = family == "elbow"

      def knee? = family == "knee"

      def kick? = family == "kick"

      # A hand or elbow strike: what the winding table calls an arm's strike.
      def arm_strike? = punch? || elbow?

      # A knee or a kick: what can be recovered back, down, forward or around.
      def leg_strike? = knee? || kick?

      def two_sided? = sides.size == 2

      def ==(other) = other.is_a?(Technique) && other.id == id
      alias_method :eql?, :==

      def hash = id.hash

      def inspect = "#<Technique #{id}>"
    end
  end
end
