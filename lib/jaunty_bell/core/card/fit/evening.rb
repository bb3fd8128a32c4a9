module JauntyBell::Core
  module Card
    class Fit
      # Shares work evenly among rounds that weigh alike: same block, importance, effort, repeats and step. Time, load
      # and what was made greatest stay as they are.
      module Evening
        # From Choices; the steps of each group are given out one by one, always to the shortest.
        def self.of(choices)
          choices.select(&:steps).group_by { |choice| kind(choice.item) }.values.map { |group| level(group) }
            .reduce({}, :merge).then do |steps|
            choices.map { |choice| choice.steps ? choice.but(steps: steps.fetch(choice.item.at)) : choice }
          end
        end

        def self.kind(item) = [item.at[0], item.importance, item.effort, item.times, item.step]
        private_class_method :kind

        # {at => steps}
        def self.level(group)
          steps = group.to_h { |choice| [choice.item.at, 0] }
          group.sum(&:steps).times do
            item = group.map(&:item).select { |each| steps[each.at] < each.most_steps }
              .min_by { |each| each.work(steps[each.at]) }
            steps[item.at] += 1
          end
          steps
        end
        private_class_method :level
      end
    end
  end
end
