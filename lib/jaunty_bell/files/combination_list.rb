module JauntyBell
  module Files
    # A plain-text list of combinations, one a line: "Ticket punch: 1-2-3b-2 #mitts #basic". The name and the tags may
    # be left out; a line that begins with # is a comment.
    module CombinationList
      Line = Core::Value.of(:number, :name, :notation, tags: [], combination: nil, problem: nil)
      MOST = 2_000 # at once, so that it is read while somebody waits

      # Every line that holds something, read in the reading, with its problem where it cannot be kept. `taken` are the
      # names on the shelf.
      def self.read(text, reading, taken: [])
        names = taken.to_set
        few_enough(text.lines.size)
        text.lines.each_with_index.filter_map do |line, i|
          content = line.strip
          next if content.empty? || content.start_with?("#")
          checked(split(content, i + 1), reading, names)
        end
      end

      # Raises Core::InvalidInput for a list that is too long.
      def self.few_enough(size)
        if size > MOST
          raise Core::InvalidInput.new("The list has #{size} lines: send at most #{MOST} at once.", path: "text")
        end
      end

      # The list of rows (Store::Combinations) as text, in the reading's numbering; a title stands over it as a comment.
      def self.write(rows, reading, title: nil)
        lines = rows.map do |row|
          text = Core::Bench::Notation.write(Core::Bench::Combination.from_data(row[:meaning],
            reading.lexicon), reading)
          [row[:name] + ": " + text, *row[:tags].to_a.map { |tag| "##{tag.tr(" ", "-")}" }].join(" ") + "\n"
        end
        [("# #{title}\n" if title), *lines].compact.join
      end

      def self.split(content, number)
        tags = content.scan(/(?:^|\s)#([[:alnum:]-]+)/).flatten.map { |tag| tag.tr("-", " ") }
        rest = content.gsub(/(?:^|\s)#[[:alnum:]-]+/, "").strip
        name, notation = rest.include?(":") ? rest.split(":", 2).map(&:strip) : [nil, rest]
        Line.new(number: number, name: name.to_s, notation: notation, tags: tags)
      end

      def self.checked(line, reading, names)
        combination = Core::Bench::Notation.read(line.notation, reading)
        name = line.name.empty? ? Core::Bench::Notation.write(combination, reading)[0, 80] : line.name
        kept(line.but(name: name, combination: combination), names)
      rescue Core::InvalidInput => e
        line.but(problem: e.message)
      end

      # A readable line with its problem, if its name will not do; otherwise its name is added to `names`.
      def self.kept(line, names)
        return line.but(problem: "A name has from 1 to 80 characters.") unless line.name.strip.length.between?(1, 80)
        return line if names.add?(line.name.strip)
        line.but(problem: "\"#{line.name}\" is on the shelf already, or stands twice in the list.")
      end
      private_class_method :split, :checked
    end
  end
end
