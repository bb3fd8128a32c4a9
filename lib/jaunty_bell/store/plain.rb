module JauntyBell
  module Store
    # Values of the database as JSON can hold them, nothing lost.
    module Plain
      def self.of(value)
        case value
        when Time then value.utc.iso8601(6)
        when Date then value.iso8601
        when BigDecimal then value.to_f
        when Sequel::SQL::Blob then {"base64" => [value].pack("m0")}
        when Sequel::Postgres::PGArray then value.to_a
        else value
        end
      end
    end
  end
end
