module JauntyBell::Core
  module Bench
    # An ordered list of actions, with the repeats as written and the opening range if one was given.
    #
    #   opening   :long, :mid, :close or nil
    #   taught_so {rule => {"by", "on"}}: findings of the corner that the club teaches so in this combination
    #   items     Actions and Repeats in order, as they are named
    #   named     the Actions, their repeats opened up, as they are named
    #   fronts    the side of entry that stands in front before each of them, and at the end
    #   actions   the same, each with the side of entry that does it (Footing)
    class Combination
      MOST_ACTIONS = 64

      attr_reader :opening, :taught_so, :items, :named, :fronts, :actions

      def initialize(items, opening: nil, taught_so: {})
        @memory = {}
        @taught_so = taught_so.freeze
        @items = Footing.named(items).freeze
        @opening = opening
        @named = Combination.open_up(@items).freeze
        @fronts = Footing.fronts(@named).freeze
        @actions = Footing.placed_all(@named, @fronts)
        freeze
      end

      # The meaning as plain data: what is stored, never the digits.
      def to_data
        {"opening" => opening&.to_s, "items" => items.map(&:to_data),
         "taught_so" => (taught_so if taught_so.any?)}.compact
      end

      # The same with other findings taught so.
      def teaching(taught_so) = but(items, taught_so: taught_so)

      # Back from #to_data (string keys). Raises InvalidInput for more actions than a combination holds, or a technique
      # the lexicon lacks.
      def self.from_data(data, techniques = Lexicon::Techniques.default)
        items = data.fetch("items").map { |item| item_from(item, techniques) }
        size = size_of(items)
        unless size.between?(1, MOST_ACTIONS)
          raise InvalidInput.new("A combination has from 1 to #{MOST_ACTIONS} actions; this comes to #{size}.",
            path: "meaning")
        end
        new(items, opening: data["opening"]&.to_sym, taught_so: data.fetch("taught_so", {}).to_h)
      end

      # How many actions items come to, their repeats opened up.
      def self.size_of(items) = items.sum { |item| item.is_a?(Repeat) ? size_of(item.items) * item.times : 1 }

      # Items as plain Actions, their repeats opened up.
      def self.open_up(items) = items.flat_map { |item| item.is_a?(Repeat) ? open_up(item.items) * item.times : [item] }

      def self.item_from(data, techniques)
        return Action.from_data(data, techniques) unless data.key?("repeat")
        Repeat.new(items: data["repeat"].map { |item| item_from(item, techniques) }, times: data["times"])
      end
      private_class_method :item_from

      # How many contact strikes there are when every repeat is counted once.
      def strikes_counting_repeats_once(list = items)
        list.sum do |item|
          next strikes_counting_repeats_once(item.items) if item.is_a?(Repeat)
          item.contact? ? 1 : 0
        end
      end

      # What makes each link the link it is: the identities of the two actions.
      def links = actions.map(&:identity).each_cons(2).to_a

      # With the action at `index` (counted opened up) replaced by others in the place where it is written, so that a
      # repeated action changes in every repeat. None removes it.
      def replacing(index, *others) = edited(index) { |list, place| list[0...place] + others + list[(place + 1)..] }

      # With actions put before the one at `index`, in the place where it is written.
      def inserting(index, *others) = edited(index) { |list, place| list[0...place] + others + list[place..] }

      # With actions put after the one at `index`: after the last, behind the whole.
      def inserting_after(index, *others) =
        (index + 1 < actions.size) ? inserting(index + 1, *others) : followed_by(*others)

      # With actions put after the last.
      def followed_by(*others) = but(items + others)

      # With actions put before the first.
      def preceded_by(*others) = but(others + items)

      # The first `count` actions, opened up.
      def first(count) = but(named.first(count))

      # The actions from one to another, opened up, as a combination of their own. One that begins after the feet have
      # changed is entered in the stance of that moment; the opening range is kept only at the beginning.
      def part(from, to)
        return first(to + 1) if from.zero?
        entered = named[from..to]
        entered = entered.map { |action| Footing.turned(action) } if fronts[from] == :rear
        but(entered, opening: nil)
      end

      def at(range) = but(items, opening: range)

      # An action in words, or "action 9" where it has not so many (a mark may be older than a change).
      def said_at(index) = named[index] ? Notation::Speech.new.action(named[index]) : "action #{index + 1}"

      # Without what the partner does; itself where there is nothing else in it.
      def own_part
        own = ->(list) {
          list.filter_map do |item|
            next (item if item.own?) unless item.is_a?(Repeat)
            inner = own.call(item.items)
            item.but(items: inner) if inner.any?
          end
        }
        left = own.call(items)
        (left == items || left.empty?) ? self : but(left)
      end

      # Whether the feet change place in it, so that it does not end in the stance it began in or does not keep it.
      def changes_stance? = fronts.include?(:rear)

      def empty? = actions.empty?

      def ==(other) = other.is_a?(Combination) && other.opening == opening && other.items == items
      alias_method :eql?, :==

      # Worked out once: what is gone through set by set is counted by it.
      def hash = @memory[:hash] ||= [opening, items].hash

      def inspect = "#<Combination #{Notation.write(self)}>"

      private

      # The same with other items; what is taught so goes with it.
      def but(items, opening: @opening, taught_so: @taught_so)
        Combination.new(items, opening: opening, taught_so: taught_so)
      end

      def edited(index, &change) = but(edit(items, path_to(index, items), &change))

      def edit(list, path, &change)
        place, *deeper = path
        return change.call(list, place) if deeper.empty?
        inner = list[place].but(items: edit(list[place].items, deeper, &change))
        list[0...place] + [inner] + list[(place + 1)..]
      end

      # Where the opened-up action at `index` is written: a path of places through the repeats.
      def path_to(index, list)
        list.each_with_index do |item, place|
          size = Combination.size_of([item])
          next index -= size if index >= size
          return [place] unless item.is_a?(Repeat)
          return [place, *path_to(index % Combination.size_of(item.items), item.items)]
        end
      end
    end
  end
end
