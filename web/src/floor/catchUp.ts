import type { Bout, OpenClass } from "../api/client";
import { type Coming, late } from "./late";
import { left, type Ring } from "./ring";

export type Change = { title: string; was: number; work: number | null }; // seconds; null: left out
export type CaughtUp = { added: Record<number, number>; changes: Change[]; rests: number };

/**
 * What is still to come, made to fit into so many seconds from now: ms added by segment, and what that changes. The round that is
 * on stays as it is. A number where it cannot be: how many seconds too long what must stay is at its shortest.
 */
export function catchUp(opened: OpenClass, ring: Ring, now: number, seconds: number): CaughtUp | number {
  const { segments } = ring;
  const current = segments[ring.at]?.round ?? -1;
  const own = segments.flatMap((segment, i) => (i > ring.at && segment.round === current ? [segment.duration] : []));
  const taken = (left(ring, now) + own.reduce((sum, each) => sum + each, 0)) / 1_000;
  const rounds = [...new Set(segments.map((segment) => segment.round))].filter((round) => round > current);
  const secondsOf = (round: number, kind: string) =>
    segments.reduce((sum, each) => (each.round === round && each.kind === kind ? sum + each.duration / 1_000 : sum), 0);
  const coming = rounds.map((round): Coming => {
    const cut = opened.rounds[round]?.late as Bout["late"] | undefined; // none of rounds kept from before it was told
    const [work, rest] = [secondsOf(round, "work"), secondsOf(round, "rest")];
    return {
      talk: secondsOf(round, "explain"),
      work,
      rest,
      least: Math.min(cut?.least_s ?? work, work),
      least_rest: Math.min(cut?.least_rest_s ?? rest, rest),
      must: cut?.must ?? true,
      weight: cut?.weight ?? 1,
    };
  });
  const room = seconds - taken;
  const chosen = late(coming, room);
  if (!chosen) return leastOf(coming) - room;
  const added: Record<number, number> = {};
  segments.forEach((segment, i) => {
    const at = rounds.indexOf(segment.round);
    if (at < 0) return;
    const choice = chosen[at] ?? null;
    const whole = segment.kind === "explain" ? segment.duration / 1_000 : choice?.[segment.kind];
    const more = choice === null ? -segment.duration : (whole ?? 0) * 1_000 - segment.duration;
    if (more !== 0) added[i] = more;
  });
  const changes = rounds.flatMap((round, i) => {
    const [choice, was] = [chosen[i] ?? null, (coming[i] as Coming).work];
    return choice?.work === was
      ? []
      : [{ title: opened.rounds[round]?.title ?? "Round", was, work: choice?.work ?? null }];
  });
  const rests = chosen.filter(
    (choice, i) => choice && i < chosen.length - 1 && choice.rest < (coming[i] as Coming).rest,
  ).length;
  return { added, changes, rests };
}

/** Seconds that what must stay takes at its shortest; the last of it needs no rest. */
function leastOf(coming: Coming[]): number {
  const kept = coming.filter((round) => round.must);
  return kept.reduce(
    (sum, round, i) => sum + round.talk + round.least + (i < kept.length - 1 ? round.least_rest : 0),
    0,
  );
}
