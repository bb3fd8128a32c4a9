module JauntyBell
  module Core
    module Book
      # One session of one student as it was recorded. `estimated`: the coach's word for it, not the student's own; `elsewhere`:
      # not a class of this club; `title` what it was.
      Session = Value.of(:on, :effort, :minutes, estimated: false, elsewhere: false, title: nil) do
        def load = effort * minutes

        # A day of rest that somebody wrote down, so that it is known.
        def rest? = minutes.zero?
      end
    end
  end
end
