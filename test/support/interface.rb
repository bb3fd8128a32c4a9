require "test_helper"
require "json"
require "open3"
require "tmpdir"

# The interface's own pure functions, bundled once a module and run by Node: tables of cases reach them without a
# browser.
class InterfaceTest < Minitest::Test
  WEB = File.expand_path("../../web", __dir__)
  RUNNER = <<~JS.freeze
    const [path] = process.argv.slice(1);
    const text = await new Promise((done) => { let all = ""; process.stdin.on("data", (part) => (all += part)).on("end", () => done(all)); });
    const module = await import(path);
    const call = ([name, ...given]) => module[name](...given);
    const found = [];
    for (const steps of JSON.parse(text)) {
      let value;
      for (const [name, ...given] of steps) value = await call([name, ...(value === undefined ? [] : [value]), ...given]);
      found.push(value ?? null);
    }
    process.stdout.write(JSON.stringify(found), () => process.exit(0)); // a pipe takes a long answer by and by
  JS

  class << self
    # The path of a module of web/src, or of one that was written, as one file that Node reads.
    def bundled(source)
      @@bundles ||= {}
      @@bundles[source] ||= begin
        target = File.join(folder, "#{source.tr("/", "-")}.mjs")
        _, errors, status = Open3.capture3("npx", "--no-install", "rolldown", written_at(source) || "src/#{source}.ts",
          "--format", "esm", "--file", target, chdir: WEB)
        raise "#{source} cannot be bundled: #{errors}" unless status.success?
        target
      end
    end

    # A module of a test's own around modules of web/src, which it names from there.
    def written(name, text) = File.write(File.join(folder, "#{name}.ts"), text.gsub("../../web/src/", "#{WEB}/src/"))

    private

    def written_at(name) = File.join(folder, "#{name}.ts").then { |path| path if File.exist?(path) }

    def folder =
      @@folder ||= Dir.mktmpdir("jaunty-bell-interface").tap { |made| Minitest.after_run { FileUtils.rm_rf(made) } }
  end

  # The answers of chains of calls: [[name, argument, …], [name, more arguments, …], …] hands each answer to the next
  # call first.
  def answers(source, *chains)
    output, errors, status = Open3.capture3("node", "--input-type=module", "-e", RUNNER, InterfaceTest.bundled(source),
      stdin_data: JSON.generate(chains), chdir: WEB)
    raise errors unless status.success?
    JSON.parse(output, symbolize_names: true)
  end
end
