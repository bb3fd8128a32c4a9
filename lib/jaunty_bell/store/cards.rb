module JauntyBell
  module Store
    # A club's class cards: documents of blocks, saved whole or not at all, with every version kept.
    class Cards
      include Versioned

      FACTS = %i[name minutes level group_id].freeze
      DERIVED = %i[rounds seconds left_hand right_hand rope load].freeze
      KINDS = {"cards" => {archived_at: nil, template: false}, "templates" => {archived_at: nil, template: true}}.freeze

      # `account_id` is who saves.
      def initialize(db, club_id, account_id: nil)
        @db = db
        @club_id = club_id
        @account_id = account_id
      end

      # Rows without their blocks, newest change first: "cards", "templates" or "archived".
      def of_kind(kind = "cards")
        columns = %i[id name minutes level group_id template variant parent_id version archived_at changed_at] + DERIVED
        rows.where(KINDS.fetch(kind) { Sequel.~(archived_at: nil) }).select(*columns)
          .order(Sequel.desc(:changed_at), :id).all
      end

      # A card's row with its :blocks as plain data. Raises Missing.
      def find(id)
        row = rows.first(id: id) || raise(Missing, "This card is not in your club.")
        row.merge(blocks: plain(row[:blocks]))
      end

      # Rows of which nothing derived is kept since that came to be (their :blocks as plain data).
      def underived = rows.where(rope: nil).all.map { |row| row.merge(blocks: plain(row[:blocks])) }

      # Keeps what is derived from a card's blocks, its version as it was.
      def keep_derived(id, derived) = rows.where(id: id).update(derived_columns(derived))

      # `facts` has the keys of FACTS, `derived` those of DERIVED; `blocks` as Core::Card::Data writes them. Raises
      # Conflict.
      def add(id:, blocks:, derived:, template: false, parent_id: nil, variant: nil, **facts)
        @db.transaction do
          guarding do
            @db[:cards].insert(**columns(facts, blocks, derived), club_id: @club_id, id: id, template: template,
              parent_id: parent_id, variant: variant)
          end
          keep(id)
        end
      end

      # Raises Missing, Stale or Conflict; on any of them nothing is changed.
      def change(id, version:, blocks:, derived:, **facts)
        @db.transaction do
          guarding { edit(id, version, columns(facts, blocks, derived)) }
          keep(id)
        end
      end

      def archive(id, version:, archived:)
        edit(id, version, archived_at: archived ? Clock.now : nil)
        find(id)
      end

      # A card that others are made from, or one that classes are run from.
      def template(id, version:, template:)
        edit(id, version, template: template)
        find(id)
      end

      # Every version saved, newest first, without its blocks.
      def versions(id)
        find(id)
        @db[:card_versions].where(Sequel[:card_versions][:club_id] => @club_id, :card_id => id)
          .left_join(:accounts, id: :account_id)
          .select(:version, Sequel[:card_versions][:name].as(:name), :minutes, :saved_at,
            Sequel[:accounts][:name].as(:coach)).order(Sequel.desc(:version)).all
      end

      # One version with its :blocks. Raises Missing.
      def version(id, number)
        row = @db[:card_versions].first(club_id: @club_id, card_id: id, version: number) ||
          raise(Missing, "This card has no version #{number}.")
        row.merge(blocks: plain(row[:blocks]))
      end

      # The number of the version that stands now. Raises Missing.
      def version_of(id) = rows.where(id: id).get(:version) || raise(Missing, "This card is not in your club.")

      # A card's :blocks as they were at a version, or as they are for nil. Raises Missing.
      def drilled(id, number)
        was = number && @db[:card_versions].where(club_id: @club_id, card_id: id).where { version <= number }
          .order(Sequel.desc(:version)).get(:blocks)
        was ? {blocks: plain(was)} : find(id)
      end

      USUAL = <<~SQL.freeze
        SELECT block->>'kind' AS kind,
          EXISTS (SELECT 1 FROM card_versions AS v
            WHERE v.club_id = cards.club_id AND v.card_id = cards.id AND v.account_id = ?) AS own,
          mode() WITHIN GROUP (ORDER BY (round->>'work_s')::int) AS work_s,
          mode() WITHIN GROUP (ORDER BY (round->>'rest_s')::int) AS rest_s,
          mode() WITHIN GROUP (ORDER BY (round->>'explain_s')::int) AS explain_s,
          mode() WITHIN GROUP (ORDER BY (round->>'effort')::float) AS effort,
          mode() WITHIN GROUP (ORDER BY (round->>'swap')) AS swap
        FROM cards, jsonb_array_elements(blocks) AS block, jsonb_array_elements(block->'rounds') AS round
        WHERE cards.club_id = ? AND archived_at IS NULL GROUP BY 1, 2
      SQL

      # What the rounds of each kind of block commonly are on the cards that whoever asks has saved, or else on the
      # club's: {kind => {"work_s", "rest_s", "explain_s", "effort", "swap"}}.
      def usual_lengths
        @db.fetch(USUAL, @account_id, @club_id).all.sort_by { |row| row[:own] ? 1 : 0 }.to_h do |row|
          usual = row.except(:kind, :own).compact.transform_keys(&:to_s)
          usual["effort"] = usual["effort"].to_i if usual["effort"] == usual["effort"].to_i
          usual.delete("swap") if ["every", "alone", "n for n"].include?(usual["swap"])
          [row[:kind], usual]
        end
      end

      # The share of the left hand (0–1) over the cards of the classes since a day; nil where nothing has been
      # held.
      def usual_left(since)
        held = @db[:classes].where(Sequel[:classes][:club_id] => @club_id).exclude(ended_at: nil)
          .where { starts_at >= since }.join(:cards, club_id: :club_id, id: :card_id)
        left, right = held.get { [sum(:left_hand).as(:left), sum(:right_hand).as(:right)] }
        left.fdiv(left + right) if left && (left + right).positive?
      end

      private

      def rows = @db[:cards].where(Sequel[:cards][:club_id] => @club_id)

      def columns(facts, blocks, derived) =
        facts.slice(*FACTS).merge(name: facts[:name].strip, blocks: Sequel.pg_jsonb(blocks), **derived_columns(derived))

      def derived_columns(derived) =
        derived.slice(*DERIVED).merge(rope: derived[:rope] && Sequel.pg_jsonb(derived[:rope]))

      def plain(blocks) = JSON.parse(JSON.generate(blocks))

      # The card as it stands now becomes a version.
      def keep(id)
        now = find(id)
        @db[:card_versions].insert(club_id: @club_id, card_id: id, account_id: @account_id,
          blocks: Sequel.pg_jsonb(now[:blocks]), **now.slice(:version, :name, :minutes))
        now
      end

      def guarding(&)
        @db.transaction(savepoint: true, &)
      rescue Sequel::UniqueConstraintViolation
        raise Conflict.new("This card has been saved already.")
      rescue Sequel::ForeignKeyConstraintViolation
        raise Conflict.new("The group or the card this one comes from is not in your club.", path: "group_id")
      end
    end
  end
end
