require "json"

module JauntyBell
  module Files
    # The sounds that are no words, as samples: the same bells, knocks and tones that the browser makes (bells.json is
    # what both are made from). A brass bell is a few inharmonic partials that die away.
    module Bells
      FACTS = JSON.parse(File.read(File.expand_path("bells.json", __dir__))).freeze
      ATTACK = 0.004 # s
      SILENT = 0.0001 # of full scale, where a tone begins and ends

      class << self
        # Samples of a kind of cue at Speech::RATE, whole numbers; none where it makes no sound of its own.
        def samples(kind) = (@samples ||= {})[kind] ||= mixed(tones(kind.to_s))

        private

        # [after, frequency, loud, seconds, wave] of everything it is made of.
        def tones(kind)
          stroke = FACTS.fetch("stroke")
          bells = FACTS.dig("strokes", kind).to_a.flat_map do |after|
            stroke["partials"].map do |ratio, share, seconds|
              [after, stroke["frequency"] * ratio, stroke["loud"] * share, seconds, "sine"]
            end
          end
          bells + FACTS.dig("tones", kind).to_a.map { |tone|
            tone.values_at("after", "frequency", "loud", "seconds", "wave")
          }
        end

        def mixed(tones)
          return [] if tones.empty?
          sum = Array.new((tones.map { |after, _, _, seconds, _| after + seconds }.max * Speech::RATE).ceil, 0.0)
          tones.each { |tone| add(sum, *tone) }
          sum.map { |sample| (sample * 32_767).round.clamp(-32_768, 32_767) }
        end

        def add(sum, after, frequency, loud, seconds, wave)
          from = (after * Speech::RATE).round
          (seconds * Speech::RATE).floor.times do |i|
            sum[from + i] += wave(wave, (frequency * i).fdiv(Speech::RATE)) *
              loudness(i.fdiv(Speech::RATE), loud, seconds)
          end
        end

        # Up within the attack, then down: both by a constant ratio.
        def loudness(at, loud, seconds)
          return SILENT * (loud / SILENT)**(at / ATTACK) if at < ATTACK
          loud * (SILENT / loud)**((at - ATTACK) / (seconds - ATTACK))
        end

        # One of full scale at so many turns.
        def wave(shape, turns)
          part = turns % 1
          case shape
          when "sine" then Math.sin(2 * Math::PI * part)
          when "square" then (part < 0.5) ? 1.0 : -1.0
          else 1 - 4 * ((part + 0.25) % 1 - 0.5).abs
          end
        end
      end
    end
  end
end
