module JauntyBell
  module Api
    # The Card: blocks of rounds in order, and the arithmetic and judgement over them while they are edited.
    class Card < Room
      # What a draft comes to; what is wrong with one round is said, and does not stop the others.
      post "/sums", who: :all do
        plan, problems = plans.draft(body_given["blocks"], body_given["minutes"], group: body_given["group_id"],
          students: body_given["students"])
        answer(Files::CardSumsJson.new(plan.with(before: saved(plan)), problems: problems).to_h)
      end

      # Lines as a coach writes them, read as rounds; nothing is saved.
      post "/written", who: :all do
        lines = plans.written(body_given["text"], blocks: body_given["blocks"])
        answer({lines: lines.map { |line| Files::WrittenJson.of(line) }})
      end

      # A finding's mend applied to the draft.
      post "/mends", who: :all do
        mend = drafted.mends(body_given["rule"], body_given["at"]).find { |each| each.label == body_given["mend"] }
        raise Store::Missing, "The card has changed meanwhile and this mend no longer fits it." unless mend
        answer({blocks: Core::Card::Data.of(mend.blocks)})
      end

      # What "make it fit" would change; nothing is saved.
      post "/fits", who: :all do
        fit = Core::Card::Fit.new(drafted, minutes: body_given["limit_minutes"] || body_given["minutes"],
          load: body_given["limit_load"])
        answer(proposed(drafted, fit.blocks, fit.minutes).merge(possible: fit.possible?, reason: fit.reason))
      end

      # A version of the draft for all that is asked together; nothing is saved.
      post "/variants", who: :all do
        minutes = body_given["to_minutes"]
        blocks = Core::Card::Variants.of(drafted, body_given["kinds"], minutes: minutes, load: body_given["to_load"])
        answer(proposed(drafted, blocks, minutes || body_given["minutes"]))
      end

      # How the draft differs from another version of it.
      post "/differences", who: :all do
        other = plans.blocks(body_given["other"])
        answer(Files::DifferenceJson.of(Core::Card::Difference.new(other, drafted.blocks)))
      end

      get("/cards", who: :all) { answer(listed(cards.of_kind(params["kind"] || "cards"))) }

      post "/cards", who: :coach do
        answer(shown(cards.add(id: body_given["id"], **checked,
          **body_given.slice("template", "parent_id", "variant").transform_keys(&:to_sym))), status: 201)
      end

      get("/cards/:id", who: :all) { answer(shown(cards.find(id))) }

      put "/cards/:id", who: :coach do
        answer(shown(cards.change(id, version: body_given["version"], **checked)))
      end

      put "/cards/:id/archived", who: :coach do
        answer(shown(cards.archive(id, version: body_given["version"], archived: body_given["archived"])))
      end

      put "/cards/:id/template", who: :coach do
        answer(shown(cards.template(id, version: body_given["version"], template: body_given["template"])))
      end

      get("/cards/:id/versions", who: :all) do
        answer(cards.versions(id).map { |row| row.merge(saved_at: row[:saved_at].utc.iso8601) })
      end

      get("/cards/:id/versions/:version", who: :all) do
        answer(cards.version(id, Integer(params["version"])).slice(:version, :name, :minutes, :blocks))
      end

      private

      def drafted
        @drafted ||= plans.plan(body_given["blocks"], body_given["minutes"], group: body_given["group_id"],
          students: body_given["students"]).then { |plan| plan.with(before: saved(plan)) }
      end

      # The card as it was saved last, for those who say which it is; nil where it is gone, or was never.
      def saved(plan)
        id = body_given["card_id"] or return
        plan.with(blocks: plans.blocks(cards.find(id)[:blocks]))
      rescue Store::Missing
        nil
      end

      def proposed(before, blocks, minutes)
        after = before.with(blocks: blocks, minutes: minutes, before: before)
        {minutes: minutes, blocks: Core::Card::Data.of(blocks),
         changes: Files::DifferenceJson.of(Core::Card::Difference.new(before.blocks, blocks)),
         sums: Files::CardSumsJson.new(after).to_h}
      end

      # What is stored, looked over by the core before anything is.
      def checked
        whole = plans.reckoned(body_given["blocks"], body_given["minutes"], plans.size_of(body_given["group_id"]))
        {name: body_given["name"], level: body_given["level"], group_id: body_given["group_id"],
         **Core::Card::Data.kept(whole)}
      end

      # Cards in a list: each with its rope in small, what it asks, and when it is next.
      def listed(rows)
        coming = classes.next_with_cards(rows.map { |row| row[:id] }, Clock.now)
        rows.map do |row|
          line(row).merge(rope: row[:rope].to_a, load: row[:load], next: coming[row[:id]]&.utc&.iso8601)
        end
      end

      def line(row)
        row.slice(:id, :name, :minutes, :level, :group_id, :template, :variant, :parent_id, :rounds, :seconds, :version)
          .merge(archived: !row[:archived_at].nil?, changed_at: row[:changed_at].utc.iso8601)
      end

      # A stored card is shown whatever has become of it since; its sums are those for its usual group.
      def shown(row)
        whole = plans.plan(row[:blocks], row[:minutes], group: row[:group_id])
        line(row).merge(blocks: Core::Card::Data.of(whole.blocks), sums: Files::CardSumsJson.new(whole).to_h)
      end
    end
  end
end
