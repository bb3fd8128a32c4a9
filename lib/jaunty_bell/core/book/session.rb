module JauntyBell::Core
  module Book
    # One session of one student as it was recorded. `estimated`: the coach's word for it, not the student's own;
    # `elsewhere`: not a class of this club; `title` what it was. `sum` is the load itself where effort and minutes are
    # not known.
    Session = Value.of(:on, :effort, :minutes, estimated: false, elsewhere: false, title: nil, sum: nil) do
      def load = sum || effort * minutes

      # A day of rest that somebody wrote down, so that it is known.
      def rest? = load.zero? && minutes.to_i.zero?
    end
  end
end
