require "support/history"
require "yaml"

# Every operation of the contract, and bodies for it: what it asks for, and what nobody should send.
class ContractTest < ApiTest
  Operation = Struct.new(:verb, :path, :body, :parameters, keyword_init: true) do
    # With ids, other path parameters and what of the query is needed filled in from {name => value}.
    def address(values)
      path.gsub(/\{(\w+)\}/) { values.fetch(Regexp.last_match(1).to_sym, "1") }
    end
  end

  # The contract in one piece, its references followed as they are met.
  class Pieces
    ROOT = File.expand_path("../../openapi", __dir__)

    def self.operations = @operations ||= new.operations

    def initialize
      @files = Hash.new { |files, name| files[name] = YAML.load_file(File.join(ROOT, name), aliases: true) }
    end

    def operations
      @files["openapi.yaml"].fetch("paths").flat_map do |path, item|
        file, found = follow(item, "openapi.yaml")
        shared = found.fetch("parameters", [])
        found.slice("get", "post", "put", "delete").map do |verb, facts|
          body = facts.dig("requestBody", "content", "application/json", "schema")
          parameters = (shared + facts.fetch("parameters", [])).map { |each| follow(each, file).last }
          Operation.new(verb: verb, path: path, body: body && whole(body, file), parameters: parameters)
        end
      end
    end

    private

    def follow(node, file)
      return [file, node] unless node.is_a?(Hash) && node.key?("$ref")
      to, pointer = node["$ref"].split("#")
      to = file if to.empty?
      follow(pointer.split("/").drop(1).reduce(@files[to]) { |at, part|
        at.fetch(part.gsub("~1", "/").gsub("~0", "~"))
      }, to)
    end

    # A schema with its references put in, as deep as anybody fills one in.
    def whole(node, file, depth = 0)
      file, node = follow(node, file)
      return {"type" => "string"} if depth > 30 && node.is_a?(Hash)
      case node
      when Hash then node.to_h { |key, value| [key, (key == "enum") ? value : whole(value, file, depth + 1)] }
      when Array then node.map { |each| whole(each, file, depth + 1) }
      else node
      end
    end
  end

  # Values that fit a schema.
  class Sender
    def initialize(random, values = {})
      @random = random
      @values = values
    end

    def fill(schema, name = nil)
      return fill(schema["oneOf"].reject { |each| each["type"] == "null" }.last, name) if schema["oneOf"]
      if schema["allOf"]
        return schema["allOf"].map { |each| fill(each, name) }
            .reduce { |one, two| one.is_a?(Hash) ? one.merge(two) : two }
      end
      return schema["enum"].compact.sample(random: @random) if schema["enum"]
      type = [schema["type"]].flatten.compact.reject { |each| each == "null" }.first
      send(:"a_#{type || (schema["properties"] ? "object" : "string")}", schema, name)
    end

    private

    def a_object(schema, _)
      properties = schema.fetch("properties", {})
      return {"1" => fill(schema["patternProperties"].values.first)} if schema["patternProperties"]
      needed = schema.fetch("required", [])
      properties.select { |name, _| needed.include?(name) || @random.rand < 0.5 }
        .to_h { |name, each| [name, fill(each, name)] }
    end

    def a_array(schema, name) =
      Array.new([schema.fetch("minItems", 0), @random.rand(0..[schema.fetch("maxItems", 2), 2].min)].max) {
        fill(schema.fetch("items", {"type" => "integer"}), name)
      }.uniq

    def a_string(schema, name)
      case schema["format"]
      when "uuid" then @values.fetch(:ids, []).sample(random: @random) || SecureRandom.uuid
      when "date" then (Clock.today - @random.rand(0..20)).iso8601
      when "date-time" then (Clock.now - @random.rand(0..600)).iso8601
      else texts(name).find { |text|
        text.length.between?(schema.fetch("minLength", 0), schema.fetch("maxLength", 1_000)) &&
          (schema["pattern"].nil? || text.match?(Regexp.new(schema["pattern"])))
      } || "a" * schema.fetch("minLength", 1)
      end
    end

    def texts(name) =
      [(name == "notation") ? "1-2-3" : nil, "Pia Test", "18:30", "2026-12-01T18:30", "Europe/London", "red", "AT", "1"]
        .compact.rotate((name == "notation") ? 0 : @random.rand(5))

    def a_integer(schema, _) =
      @random.rand(schema.fetch("minimum", 0).to_i..[schema.fetch("maximum", 5),
        schema.fetch("minimum", 0) + 5].min.to_i)

    def a_number(schema, _) = a_integer(schema, nil).clamp(schema.fetch("exclusiveMinimum", -1) + 1, 1e9).to_f

    def a_boolean(*) = @random.rand < 0.5

    def a_null(*) = nil
  end

  # What nobody should send: one thing of a good body made bad.
  class Vandal
    BAD = [nil, true, -1, 0, 1e-320, 1e308, 2**63, 2**200, -2**40, 3.5, "", " ", "\u0000", "HALF", "a\u0000b", "BYTE",
      "a" * 5_000, "0000-01-01", "0000-01-01T00:00:00Z", "2026-02-30", "2026-13-01", "9999-12-31",
      "2026-01-01T00:00:00+23:59", "2026-01-01T25:00:00Z", "24:61", "18:30\n", "00000000-0000-0000-0000-000000000000",
      "no-uuid", "١٢", "𝔘", "'; DROP TABLE clubs; --", "%", "../../etc/passwd", [], {}, [nil], [[]], {"a" => {}},
      {"x\ny" => 1}, [1] * 600, "1-" * 400, "(1-2)x99", ["1"] * 3].freeze

    def initialize(random) = @random = random

    # A copy of data with one place of it, drawn at random, made bad; or a field too many, or one missing.
    def spoil(data)
      return BAD.sample(random: @random) unless data.is_a?(Hash) && data.any?
      copy = Marshal.load(Marshal.dump(data))
      case @random.rand(8)
      when 0
        copy.merge(["colour", "x\ny", "id", "__proto__"].sample(random: @random) => BAD.sample(random: @random))
      when 1 then copy.tap { |hash| hash.delete(hash.keys.sample(random: @random)) }
      else deep(copy)
      end
    end

    private

    def deep(node)
      case node
      when Hash
        return node if node.empty?
        key = node.keys.sample(random: @random)
        node.merge(key => (goes_on?(node[key]) ? deep(node[key]) : BAD.sample(random: @random)))
      when Array then if node.empty?
                        [BAD.sample(random: @random)]
                      else
                        node.dup.tap { |list|
                          i = @random.rand(list.size)
                          list[i] = goes_on?(list[i]) ? deep(list[i]) : BAD.sample(random: @random)
                        }
                      end
      else BAD.sample(random: @random)
      end
    end

    def goes_on?(node) = (node.is_a?(Hash) || node.is_a?(Array)) && !node.empty? && @random.rand < 0.8
  end

  # JSON as somebody might send it who does not care what text is: half a character, a byte that is none.
  def self.written(data) = JSON.generate(data).gsub("HALF", "\\ud800").gsub("BYTE", "\xFF")
end
