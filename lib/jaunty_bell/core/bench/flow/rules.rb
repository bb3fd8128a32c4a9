module JauntyBell::Core
  module Bench
    module Flow
      # The catalogue of rules, one small object each.
      module Rules
        # Of these only the first that fires on an action stands; the order is theirs.
        FIRST_OF = %i[LeadKickLoad OpenHip SameSideAgain HalfWound].freeze
        EACH_ACTION = %i[RangeIn RangeOut AroundThenMore ColdStart HandAway UnansweredFeed WrongImplement LivePartner
          StraightElbow TallUppercut LegTarget].freeze
        WHOLE = %i[OpenFinish FeintLast LongForLevel KickTrade BareHand].freeze

        # Those that have anything to say of a technique, done as a contact strike of ours or not: [of which only the
        # first that fires stands, the others].
        def self.of(technique, contact) =
          [first_of, each_action].map { |rules| rules.select { |rule| rule.asked_of?(technique, contact) } }

        def self.first_of = @first_of ||= instances(FIRST_OF)

        def self.each_action = @each_action ||= instances(EACH_ACTION)

        def self.whole = @whole ||= instances(WHOLE)

        def self.all = first_of + each_action + whole

        # The rule with this id.
        def self.[](id) = (@by_id ||= all.to_h { |rule| [rule.id, rule] }).fetch(id)

        # The id, where it is one of ours. Raises InvalidInput.
        def self.known(id)
          return id if all.any? { |rule| rule.id == id }
          raise InvalidInput.new("The corner has no finding \"#{id}\".", path: "rule")
        end

        def self.instances(names) = names.map { |name| const_get(name).new }.freeze
        private_class_method :instances
      end
    end
  end
end
