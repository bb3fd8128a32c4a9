require "open3"
require "fileutils"

module JauntyBell
  module Installed
    # What is done to a machine: commands run, files written. One that only tells does neither.
    class Machine
      class Failed < StandardError; end

      PATIENCE = 60 # seconds

      attr_reader :told

      # `tell` a line of what is done; `only_tells` runs no command (files are written where the layout says).
      def initialize(output: $stdout, only_tells: false)
        @output = output
        @only_tells = only_tells
        @told = []
      end

      def say(line) = @output.puts(line)

      # Raises Failed with what the command said last.
      def run(*command, as: nil, env: {}, chdir: "/")
        command = ["env", *assigned(env), *command] if env.any?
        command = ["runuser", "-u", as, "--", *command] if as
        @told << command.join(" ")
        return "" if @only_tells
        said, status = Open3.capture2e(*command, chdir: chdir)
        return said if status.success?
        raise Failed, "#{command.first(6).join(" ")} … failed: #{said.lines.map(&:strip).reject(&:empty?).last}"
      end

      # {name => value} as env takes it.
      def assigned(env) = env.map { |pair| pair.join("=") }

      # Whether a command goes well; told as nothing.
      def fine?(*command) = @only_tells ? false : Open3.capture2e(*command).last.success?

      # Whether a server answers there within a minute.
      def answers?(url)
        PATIENCE.times do
          return true if fine?("curl", "-fsS", "-o", File::NULL, url)
          sleep 1
        end
        false
      end

      # Whole or not at all; true where it has changed.
      def write(path, text, mode: 0o644, owner: nil)
        FileUtils.mkdir_p(File.dirname(path))
        @told << "write #{path}"
        changed = !File.exist?(path) || File.read(path) != text
        File.write("#{path}.new", text, perm: mode)
        File.chmod(mode, "#{path}.new")
        FileUtils.chown(*owner, "#{path}.new") if owner && !@only_tells
        File.rename("#{path}.new", path)
        changed
      end
    end
  end
end
