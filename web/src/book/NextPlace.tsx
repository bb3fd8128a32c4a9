import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { Trouble, Waiting } from "../kit/parts";
import { asks } from "../kit/queries";
import { useClub } from "../kit/session";
import { dayAndTime } from "../kit/time";
import { BookFrame, useGroup } from "./BookFrame";
import { NextItems } from "./NextItems";

/** What a group should do in its next class, and why. */
export default function NextPlace() {
  const group = useGroup();
  const { time_zone } = useClub();
  const next = useQuery(asks.next(group));
  const coming = next.data?.coming;
  return (
    <BookFrame shown={next.data?.group_id}>
      {next.isPending && <Waiting what="the next class" />}
      {next.error && <Trouble error={next.error} />}
      {next.data && (
        <>
          <p className="mb-3">
            {coming ? (
              <>
                The next class is <strong>{dayAndTime(coming.starts_at, time_zone)}</strong>, {coming.title}
                {coming.group_name && `, for ${coming.group_name}`}.{" "}
                {coming.card_id && (
                  <Link to={`/card/${coming.card_id}`} className="font-semibold underline">
                    Its card
                  </Link>
                )}
              </>
            ) : (
              "No class is in the calendar for them yet."
            )}
          </p>
          <NextItems items={next.data.items} card={next.data.card_id} />
          <p className="mt-4 max-w-4xl text-ink-soft text-sm">
            Due: owned before and fading, or falling due within a week of the class, for three in ten of those who have
            met it. Ready: owned by the share of them that the school asks for. New: one action more, fewer or changed
            from what that share of the group owns, or it begins or ends with it. A round put on the card is shaped like
            the last of its block; a class after this one on the same card has it too.
          </p>
        </>
      )}
    </BookFrame>
  );
}
