require "shellwords"
require "jaunty_bell/version"

module JauntyBell
  module Api
    # How the server is, for whoever owns a club on it: all processes of it together.
    class Health < Room
      LATE = 36 * 3_600 # seconds after which there should have been another backup
      LEAST_ROOM = 1_000 # MB
      MOST = 30 # errors that are shown

      get "/?", who: :owner do
        answer({version: VERSION, since: processes.map { |each| each[:began] }.min.utc.iso8601, disk: disk,
          database_mb: database, backup: backup, certificate: certificate&.to_h, mail: Letters.can?,
          processes: processes.map { |each| each.slice(:name, :memory_kb).merge(since: each[:began].utc.iso8601) },
          slow: slow, errors: errors, wrong: wrong})
      end

      private

      # This one as it is now, the others as they said last: [{name:, began:, memory_kb:, slow:, errors:}].
      def processes
        @processes ||= [Heartbeat.facts,
          *Store::Processes.new(db).all.reject { |row| row[:id] == Heartbeat.id }.map { |row| as_said(row) }]
          .sort_by { |each| each[:name] }
      end

      def as_said(row)
        row.slice(:name, :memory_kb).merge(began: row[:began_at],
          **%i[slow errors].to_h { |list| [list, row[list].map { |each| each.to_h.transform_keys(&:to_sym) }] })
      end

      # A route that several processes were asked for: how often together, and as slow as the slowest says.
      def slow
        processes.flat_map { |each| each[:slow] }.group_by { |each| each[:route] }.map do |route, said|
          {route: route, count: said.sum { |each| each[:count] }, ms: said.map { |each| each[:ms] }.max}
        end.sort_by { |each| -each[:ms] }.first(Heartbeat::SLOWEST)
      end

      # The last of all processes, newest first.
      def errors = processes.flat_map { |each| each[:errors] }.sort_by { |each| each[:at] }.reverse.first(MOST)

      # What somebody should do something about, in sentences.
      def wrong
        [backup_wrong, ("Only #{disk[:free_mb]} MB of disk are free." if disk[:free_mb] < LEAST_ROOM),
          certificate&.wrong(Time.now)].compact
      end

      def backup_wrong
        return "No backup has been made yet." if Settings.backups && !backup
        return unless backup
        return "The last backup failed: #{backup[:said]}" unless backup[:ok]
        if Time.iso8601(backup[:at]) < Clock.now - LATE
          "The last backup is of #{backup[:at][0,
            10]}: since then none was made."
        end
      end

      def disk
        @disk ||= begin
          total, free = `df -Pm #{there(Settings.data).shellescape}`.lines.last.to_s.split.values_at(1, 3)
          {total_mb: total.to_i, free_mb: free.to_i}
        end
      end

      # A folder, or the nearest one above that is there.
      def there(folder) = File.directory?(folder) ? folder : there(File.dirname(folder))

      def database
        (db.get(Sequel.function(:pg_database_size, Sequel.function(:current_database))) / 1_048_576.0).round
      end

      def backup
        @backup ||= Store::Nightly.last(Settings.health)&.transform_keys(&:to_sym)
          &.slice(:at, :ok, :said, :bytes, :copied)
      end

      def certificate = (@certificate ||= Certificate.of(Settings.hosts.first) if Settings.https?)
    end
  end
end
