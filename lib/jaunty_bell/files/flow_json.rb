module JauntyBell
  module Files
    # A flow as JSON-ready data: its row, and what it comes to.
    module FlowJson
      # `flow` the Core::Card::Flow of the row.
      def self.of(row, flow)
        {id: row[:id], version: row[:version], name: row[:name], archived: !row[:archived_at].nil?,
         phases: Core::Card::Data.phases_data(flow.phases), seconds: flow.seconds, kit: flow.gear,
         cautions: flow.cautions}
      end
    end
  end
end
