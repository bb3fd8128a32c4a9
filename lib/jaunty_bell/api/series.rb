module JauntyBell
  module Api
    # Series on the Bench: combinations under a name, in an order made by hand; printed and taken away as such.
    class Series < Room
      get("/?", who: :all) { answer(series.all.map { |row| shown(row) }) }

      post "/?", who: :coach do
        answer(shown(series.add(id: body_given["id"], **told)), status: 201)
      end

      put "/:id", who: :coach do
        answer(shown(series.change(id, version: body_given["version"], **told)))
      end

      delete "/:id", who: :coach do
        series.remove(id)
        answer({})
      end

      get "/:id/list.pdf", who: :all, beside: true do
        row = series.find(id)
        content_type "application/pdf"
        attached(row[:name], "pdf")
        entries = listed(row).map do |combination|
          [combination[:name], Core::Bench::Analysis.new(combinations.meaning(combination), reading: reading)]
        end
        Files::SeriesPdf.new(row[:name], entries, club: people.club[:name]).render
      end

      get "/:id/list.txt", who: :all do
        row = series.find(id)
        content_type "text/plain; charset=utf-8"
        attached(row[:name], "txt")
        Files::CombinationList.write(listed(row), reading, title: row[:name])
      end

      get "/:id/list.json", who: :all do
        row = series.find(id)
        attached(row[:name], "json")
        answer(Files::CombinationExport.of(listed(row), reading, series: [row]))
      end

      private

      def told = {name: body_given["name"], combination_ids: body_given["combination_ids"]}

      def shown(row) = row.slice(:id, :name, :version, :combination_ids)

      # Rows of its combinations, in its order.
      def listed(row)
        rows = combinations.by_id(row[:combination_ids])
        row[:combination_ids].map { |each| rows.fetch(each) }
      end
    end
  end
end
