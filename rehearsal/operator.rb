module Rehearsal
  # Who is called at three in the morning where no machine may lead by itself, and does what docs/operating.md says: of
  # those that follow, whoever has most leads. It comes to that where a machine that leads is lost in the seconds in
  # which no other was agreed to have everything, as just after it was cut off.
  class Operator
    COMES = 60 # seconds after which somebody is called

    # How often somebody had to come.
    attr_reader :calls

    def initialize(service)
      @service = service
      @calls = 0
    end

    # Looks how it stands, and acts where it has stood so for long enough.
    def look
      return @since = nil if @service.leader
      @since ||= JauntyBell::Clock.ticks
      come(@service.following) if JauntyBell::Clock.ticks - @since >= COMES
    end

    private

    # Of one alone nobody could tell whether it has everything.
    def come(following)
      return if following.size < 2
      @calls += 1
      @since = nil
      @service.promote(following.max_by(&:last).first)
    end
  end
end
