require "fileutils"

module JauntyBell
  module Installed
    # The program on a server: copies of it, of which one is current. A new one is made ready beside the old, and put in
    # its place at once.
    class Release
      KEPT = 3
      LEFT_OUT = %w[.git node_modules coverage tmp].freeze

      def initialize(layout, machine)
        @layout = layout
        @machine = machine
      end

      # Copies the program from a folder and makes it ready: its folder. `id` names it.
      def bring(from, id)
        to = File.join(@layout.releases, id)
        FileUtils.mkdir_p(@layout.releases)
        @machine.run("rsync", "-a", "--delete", *LEFT_OUT.map { |name| "--exclude=#{name}" }, "#{from}/", "#{to}/")
        @machine.run("chown", "-R", "#{Layout::USER}:", to)
        %w[setup build].each { |step| @machine.run("bin/#{step}", as: Layout::USER, env: home, chdir: to) }
        to
      end

      # The folder that is current, or nil.
      def current = (File.realpath(@layout.current) if File.symlink?(@layout.current))

      # The one before it, or nil.
      def before = all.reject { |folder| folder == current }.max

      # Makes a folder current, at once and whole.
      def choose(folder)
        File.symlink(folder, "#{@layout.current}.new") unless File.symlink?("#{@layout.current}.new")
        File.rename("#{@layout.current}.new", @layout.current)
      end

      # Drops the oldest ones.
      def tidy = (all.sort - [current]).reverse.drop(KEPT - 1).each { |folder| FileUtils.rm_rf(folder) }

      private

      def all
        Dir[File.join(@layout.releases, "*")].select { |each| File.directory?(each) }.map { |each| File.realpath(each) }
      end

      def home = {"HOME" => @layout.data, "LANG" => "C.UTF-8"}
    end
  end
end
