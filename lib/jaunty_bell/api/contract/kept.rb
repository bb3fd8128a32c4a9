require "openapi_first"

module JauntyBell
  module Api
    class Contract
      # A contract whose paths and operations are made once. The package makes those of a request anew each time,
      # schemas and all: half of the time that a small one took.
      #
      #   Contract::Kept.load("openapi/openapi.yaml").validate_request(request)
      class Kept < OpenapiFirst::Definition
        # One path, with the operations that have been asked for.
        class Path < OpenapiFirst::Definition::PathItem
          def operation(request_method) = (@kept ||= {})[request_method] ||= super
        end

        def self.load(file) = new(OpenapiFirst::Bundle.resolve(file), file)

        def initialize(resolved, file)
          super
          @by_name = paths.to_h { |name, item| [name, Path.new(name, item, openapi_version: openapi_version)] }
          @by_length = @by_name.values.group_by { |path| length(path.path) }
        end

        # The Path of this name in the contract, or nil.
        def path(name) = @by_name[name]

        # What a Rack::Request asks for (OpenapiFirst::RuntimeRequest), known or not.
        def request(rack_request)
          path, parameters = found(rack_request.path)
          OpenapiFirst::RuntimeRequest.new(request: rack_request, path_item: path, path_params: parameters,
            operation: path&.operation(rack_request.request_method.downcase))
        end

        private

        # [Path, {parameter => text}]; a path that stands in the contract as it is goes before one with parameters.
        def found(asked)
          return [@by_name[asked], {}] if @by_name.key?(asked)
          @by_length.fetch(length(asked), []).each do |path|
            parameters = path.match(asked)
            return [path, parameters] if parameters
          end
          nil
        end

        def length(path) = path.chomp("/").count("/")
      end
    end
  end
end
