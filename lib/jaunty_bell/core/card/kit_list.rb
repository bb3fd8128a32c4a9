module JauntyBell::Core
  module Card
    # What a class wears and has at hand, and what of it is short; from a Plan.
    module KitList
      class << self
        # {worn: [names], held: [{name:, needed:, owned:}]}, with how many the class needs at once and how many the club
        # owns.
        def of(plan)
          worn = plan.tasks.values.flat_map(&:kit).tally.keys
          at_hand = at_hand(plan).map do |implement|
            {name: implement.name, needed: needed(plan, implement, plan.company), owned: plan.company.owned(implement)}
          end
          {worn: worn - at_hand.map { |each| each[:name] }, held: at_hand}
        end

        # What is short when so many come, for each number up to `most`: {number => [{name, needed, owned}]}; numbers
        # with enough of everything are left out.
        def short(plan, most)
          at_hand = at_hand(plan)
          (1..most).to_h do |students|
            company = plan.company.but(students: students)
            [students, at_hand.filter_map { |implement| lacking(plan, implement, company) }]
          end.reject { |_, list| list.empty? }
        end

        private

        def at_hand(plan) =
          plan.tasks.values.filter_map(&:implement).uniq.reject do |implement|
            Checks::Kit::FREE.include?(implement.id)
          end

        def needed(plan, implement, company)
          return unless company.students
          plan.tasks.filter_map { |at, task|
            Checks::Kit::Needs.of(task, plan.blocks[at[0]], company) if task.implement == implement
          }.max
        end

        def lacking(plan, implement, company)
          needed, owned = needed(plan, implement, company), company.owned(implement)
          {name: implement.name, needed: needed, owned: owned} if needed && owned && needed > owned
        end
      end
    end
  end
end
