module JauntyBell
  module Files
    # What a class wears and has at hand, as JSON-ready data; from a Core::Card::Plan.
    module KitJson
      class << self
        # With how many the class needs at once and how many the club owns.
        def of(plan)
          worn = plan.tasks.values.flat_map(&:kit).tally.keys
          held = held(plan).map do |implement|
            {name: implement.name, needed: needed(plan, implement, plan.company), owned: plan.company.owned(implement)}
          end
          {worn: worn - held.map { |each| each[:name] }, held: held}
        end

        # What is short when so many come, for each number up to `most`: {number => [{name, needed, owned}]}; numbers
        # with enough of everything are left out.
        def short(plan, most)
          held = held(plan)
          (1..most).to_h do |students|
            company = plan.company.but(students: students)
            [students, held.filter_map { |implement| lacking(plan, implement, company) }]
          end.reject { |_, list| list.empty? }
        end

        private

        def held(plan) =
          plan.tasks.values.filter_map(&:implement).uniq.reject do |implement|
            Core::Card::Checks::Kit::FREE.include?(implement.id)
          end

        def needed(plan, implement, company)
          return unless company.students
          plan.tasks.filter_map { |at, task|
            Core::Card::Checks::Kit::Needs.of(task, plan.blocks[at[0]], company) if task.implement == implement
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
