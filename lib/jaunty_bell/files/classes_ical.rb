require "icalendar"

module JauntyBell
  module Files
    # A group's classes as iCalendar (RFC 5545): ids that stay, a SEQUENCE that rises with every change, called-off
    # classes marked CANCELLED rather than left out, so that a calendar that has them takes them out.
    module ClassesIcal
      # `rows` of Store::Classes, times in UTC; `club` and `group` their rows.
      def self.of(rows, club:, group:)
        calendar = Icalendar::Calendar.new
        calendar.prodid = "-//Jaunty Bell//Classes//EN"
        calendar.append_custom_property("X-WR-CALNAME", "#{group[:name]}, #{club[:name]}")
        calendar.publish
        rows.each { |row| calendar.add_event(event(row, club)) }
        calendar.to_ical
      end

      def self.event(row, club)
        Icalendar::Event.new.tap do |event|
          event.uid = "#{row[:id]}@jaunty-bell"
          event.dtstamp = utc(row[:changed_at])
          event.last_modified = utc(row[:changed_at])
          event.sequence = row[:revision]
          event.dtstart = utc(row[:starts_at])
          event.dtend = utc(row[:starts_at] + row[:minutes] * 60)
          event.summary = row[:title]
          event.location = row[:room] || club[:name]
          event.description = "With #{row[:coach]}." if row[:coach]
          event.status = row[:cancelled_at] ? "CANCELLED" : "CONFIRMED"
        end
      end
      private_class_method :event

      def self.utc(time) = Icalendar::Values::DateTime.new(time.utc, "tzid" => "UTC")
      private_class_method :utc
    end
  end
end
