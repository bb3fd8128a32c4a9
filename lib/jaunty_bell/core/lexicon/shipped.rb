require "yaml"

module JauntyBell::Core
  module Lexicon
    # Reads the shipped data files once. The only place in the core that opens a file.
    module Shipped
      %w[techniques exercises implements schools answers plain starter].each do |name|
        define_singleton_method(name) do
          @read ||= {}
          @read[name] ||= YAML.safe_load_file(File.join(__dir__, "#{name}.yml")).freeze
        end
      end
    end
  end
end
