module JauntyBell
  module Installed
    # bin/update: a new release in place of the current one, with a backup before and a way back. Where the new one does
    # not answer, the old one and its database are put back by themselves.
    class Update
      def initialize(layout, machine, from:, answers: nil)
        @layout = layout
        @machine = machine
        @from = from
        @answers = answers || -> { machine.answers?("http://127.0.0.1:#{Layout::PORT}/api/session") }
        @release = Release.new(layout, machine)
      end

      # Raises Machine::Failed where the new one would not do; then the old one runs as before.
      def run
        old = @release.current or raise Machine::Failed, "Nothing is installed here: run bin/install first."
        id = Time.now.utc.strftime("%Y%m%d%H%M%S")
        @machine.say "Making the new release ready …"
        fresh = @release.bring(@from, id)
        kept = backup(old, id)
        @machine.say "Going over to it …"
        go_to(fresh)
        return @release.tidy && done if @answers.call
        put_back(old, kept)
        raise Machine::Failed,
          "The new release does not answer: the one of before runs again, with its database as it was."
      end

      # Back to the release before, with the database of the day it was left.
      def back
        before = @release.before or raise Machine::Failed, "There is no release before this one."
        kept = Dir[File.join(@layout.backups, "before-*.dump")].max or
          raise Machine::Failed, "There is no backup of before the last update."
        put_back(before, kept)
        @machine.say "#{File.basename(before)} runs again, with the database of #{File.basename(kept)}."
      end

      private

      def backup(release, id)
        @machine.say "Keeping a backup …"
        path = File.join(@layout.backups, "before-#{id}.dump")
        keeping(release, "backup", path)
        path
      end

      # The program migrates the database as it starts.
      def go_to(folder)
        @machine.run("systemctl", "stop", "jaunty-bell")
        @release.choose(folder)
        @machine.run("systemctl", "start", "jaunty-bell")
      end

      def put_back(folder, kept)
        @machine.run("systemctl", "stop", "jaunty-bell")
        @release.choose(folder)
        keeping(folder, "restore", kept, "--replace")
        @machine.run("systemctl", "start", "jaunty-bell")
      end

      def keeping(release, command, *arguments)
        @machine.run("sh", "-c", ". #{@layout.settings}; export $(cut -d= -f1 #{@layout.settings} | grep -v '^#'); " \
          "exec bin/#{command} #{arguments.join(" ")}", as: Layout::USER, env: {"HOME" => @layout.data}, chdir: release)
      end

      def done = @machine.say("It answers; the release of before is kept for bin/update --back.")
    end
  end
end
