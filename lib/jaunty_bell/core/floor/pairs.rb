module JauntyBell::Core
  module Floor
    # Who works with whom: hard stops first, then the best total match of everybody here.
    #
    #   made = Pairs.new(partners, contact: true).made
    #   made.groups  # => [Pairs::Group(ids, score, reasons), …], a trio among them where the number is odd
    #   made.stuck   # => who could not be paired, and why
    #
    # Fewest left out counts before fewest trios, and that before the best total (a trio counts as the mean of its three
    # pairs). Whoever cannot meet the others, even by way of third ones, is a part by itself. A part of up to EXACT
    # students is solved exactly (Subsets), a larger one by a matching and what can be made better of it (Crowd), with a
    # bound where one is proved.
    class Pairs
      EXACT = 15 # students
      MET_WITHIN = 60 # days after which it no longer matters that two worked together; common practice, no source

      # `ids` of two or three, `score` 0–100, `reasons` in words, `locked` by hand.
      Group = Value.of(:ids, :score, :reasons, locked: false)
      Stuck = Value.of(:id, :reasons)
      # `alone`: Stuck of those whom a hold keeps from partner work; `out`: of those who are out today and do nothing.
      # `gap`: points of the total that a better pairing could have at the most; 0 where this is the best; nil where
      # that is not proved.
      Made = Value.of(:groups, :stuck, :alone, :out, :gap) do
        def total = groups.sum(&:score)
      end

      # `apart` [[id, id], …] never together; `met` {[id, id] in order => days since they last met}; `locked` ids of
      # groups of two or three made by hand. Raises InvalidInput where a group made by hand must not be.
      def initialize(partners, apart: [], met: {}, locked: [], contact: true, holding: true,
        school: Lexicon::School.default)
        @partners = partners.to_h { |partner| [partner.id, partner] }
        @match = Match.new(school: school, contact: contact, holding: holding, apart: apart, met: met)
        @locked = locked.map { |ids| checked(ids) }
      end

      # What a device needs to pair them by itself: {ids:, scores: [[…], …], alone: {id => why}, out: {id => why}}.
      # scores[i][j] with j < i is the score of the two, nil where they must not work together.
      def table
        all = @partners.values
        scores = all.each_with_index.map do |one, i|
          all.first(i).map { |two| @match.score(one, two).round(1) unless @match.stop(one, two) }
        end
        whys = ->(kind) {
          all.filter_map { |partner| @match.send(kind, partner)&.then { |why| [partner.id, why] } }.to_h
        }
        {ids: all.map(&:id), scores: scores, alone: whys.call(:alone), out: whys.call(:out)}
      end

      def made
        out, here = @partners.values.partition { |partner| @match.out(partner) }
        alone, able = here.partition { |partner| @match.alone(partner) }
        free = able.map(&:id) - @locked.flatten
        graph = @match.graph(free.map { |id| @partners.fetch(id) })
        groups, gap = best(graph, free)
        left = free - groups.flatten
        Made.new(groups: @locked.map { |ids| group(ids, locked: true) } +
          groups.map { |ids| group(ids) }.sort_by { |made| -made.score },
          stuck: left.map { |id| stuck(id, able) },
          alone: alone.map { |partner| Stuck.new(id: partner.id, reasons: [@match.alone(partner)]) },
          out: out.map { |partner| Stuck.new(id: partner.id, reasons: [@match.out(partner)]) }, gap: gap&.round(2))
      end

      private

      def checked(ids)
        unknown = ids - @partners.keys
        refuse("Somebody in a pair made by hand is not here any more.") if unknown.any?
        refuse("A pair made by hand is of two, a trio of three.") unless [2, 3].include?(ids.uniq.size)
        ids.each do |id|
          (@match.out(@partners[id]) || @match.alone(@partners[id]))
            &.then { |why| refuse("#{@partners[id].name}: #{why}.") }
        end
        ids.combination(2) do |one, two|
          why = @match.stop(@partners[one], @partners[two])
          refuse("#{@partners[one].name} and #{@partners[two].name}: #{why}.") if why
        end
        ids
      end

      # [groups of ids, gap]
      def best(graph, free)
        small, large = graph.parts(free).partition { |ids| ids.size <= EXACT }
        crowds = large.map { |ids| Crowd.new(graph, ids) }
        [small.flat_map { |ids| Subsets.new(graph, ids).groups } + crowds.flat_map(&:groups),
          crowds.sum { |crowd| crowd.gap || break }]
      end

      def group(ids, locked: false)
        partners = @partners.values_at(*ids)
        Group.new(ids: ids, score: @match.graph(partners).score(ids).round(1),
          reasons: partners.combination(2).map { |one, two| @match.words(one, two) }.reduce(:&), locked: locked)
      end

      # Why nobody is left for this one: each reason with how many it rules out.
      def stuck(id, able)
        others = able.reject { |partner| partner.id == id }
        stops = others.filter_map { |other| @match.stop(@partners[id], other, counted: true) }.tally
        reasons = stops.map { |why, count| "#{why} (#{count} of #{others.size})" }
        reasons << "everybody who would do is paired already" if stops.values.sum < others.size
        reasons = ["nobody else is here to work with"] if others.empty?
        Stuck.new(id: id, reasons: reasons)
      end

      def refuse(message) = raise(InvalidInput.new(message, path: "locked"))
    end
  end
end
