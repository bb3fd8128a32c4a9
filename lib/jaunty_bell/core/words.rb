module JauntyBell::Core
  # Numbers, counts and lists as a coach says them: here and nowhere else.
  module Words
    # "3:00", "1:02:05"; a minus sign before what is less than nothing.
    def self.clock(seconds)
      whole = seconds.abs.round
      hours, rest = whole.divmod(3600)
      text = hours.positive? ? format("%d:%02d:%02d", hours, *rest.divmod(60)) : format("%d:%02d", *rest.divmod(60))
      seconds.negative? ? "-#{text}" : text
    end

    # "7", "7.5" or as the club writes it (Ways)
    def self.number(number) = (number % 1).zero? ? number.to_i.to_s : Ways.now.decimal(number.to_f.to_s)

    # "4 Mar", "Wed 4 Mar", "4 March 2026", or with the month first (Ways); English words whatever the country.
    def self.day(date) = date.strftime(Ways.now.month_first? ? "%b %-d" : "%-d %b")
    def self.weekday(date) = date.strftime("%a #{day(date)}")
    def self.day_in_full(date) = date.strftime(Ways.now.month_first? ? "%B %-d, %Y" : "%-d %B %Y")

    # "1 pair", "7 pairs", "2 classes"
    def self.many(number, one, more = plural(one)) = "#{number} #{(number == 1) ? one : more}"

    # Texts as single sentences, none of them twice: nobody is warned of one thing two times.
    def self.sentences(texts) = texts.flat_map { |text| text.scan(/[^.]+\.?/).map(&:strip) }.reject(&:empty?).uniq

    # "a, b and c"
    def self.list(words) = (words.size < 2) ? words.join : "#{words[0..-2].join(", ")} and #{words.last}"

    def self.plural(word) = word.match?(/(s|sh|ch|x)\z/) ? "#{word}es" : "#{word}s"
    private_class_method :plural
  end
end
