module JauntyBell::Core
  # Classes on dates.
  module Calendar
    # Two classes that want the same coach or the same room at the same time. `what` is :coach or :room, `name` who or
    # which.
    Clash = Value.of(:what, :name, :one, :other)

    UNDER_WAY = 2 * 3_600 # seconds for which a class that has begun is still the next one; common practice, no source
    LOOKED_AHEAD = 28 * 86_400 # seconds: what is further off is not next

    # When a class may begin to be the next one, as the clock stands.
    def self.next_from(now) = (now - UNDER_WAY)...(now + LOOKED_AHEAD)

    # Clashes among classes: hashes with :id, :starts_at (Time), :minutes, :coach, :room, :cancelled_at. Classes that
    # only touch, one ending as the other begins, do not clash.
    def self.clashes(classes)
      on = classes.reject { |row| row[:cancelled_at] }.sort_by { |row| row[:starts_at] }
      on.each_with_index.flat_map do |one, i|
        finish = one[:starts_at] + one[:minutes] * 60
        on.drop(i + 1).take_while { |other| other[:starts_at] < finish }.flat_map { |other| between(one, other) }
      end
    end

    def self.between(one, other)
      %i[coach room].select { |what| one[what] && one[what] == other[what] }
        .map { |what| Clash.new(what: what, name: one[what], one: one[:id], other: other[:id]) }
    end
    private_class_method :between
  end
end
