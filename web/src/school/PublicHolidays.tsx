import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { api, data } from "../api/client";
import { Button, Trouble } from "../kit/parts";
import { asks } from "../kit/queries";
import { useMayPlan } from "../kit/session";
import { useStale } from "../kit/stale";
import { Tick } from "../kit/Tick";
import { shortDate } from "../kit/time";
import { count } from "../kit/words";

/** The public holidays of the next year where the club is: closed on those that are ticked. */
export function PublicHolidays() {
  const client = useQueryClient();
  const stale = useStale();
  const mayPlan = useMayPlan();
  const holidays = useQuery(asks.holidays());
  const [left, setLeft] = useState<string[]>([]);
  const close = useMutation({
    mutationFn: (days: string[]) => data(api.POST("/api/club/holidays", { body: { days } })),
    onSuccess: (next) => {
      client.setQueryData(asks.holidays().queryKey, next);
      stale("calendar");
    },
  });
  if (holidays.error) return <Trouble error={holidays.error} />;
  if (!holidays.data) return null;
  const { known, country, days } = holidays.data;
  if (!known)
    return (
      <p className="text-sm">
        {country ? "The holidays of this country are not known here. " : "Say first in which country the club is. "}
        <Link to="/school/club" className="font-semibold underline">
          The club
        </Link>
      </p>
    );
  const open = days.filter((day) => !day.closed);
  const chosen = open.filter((day) => !left.includes(day.on)).map((day) => day.on);
  return (
    <>
      <ul className="grid gap-1 sm:grid-cols-2">
        {days.map((day) => (
          <li key={day.on}>
            {day.closed ? (
              <span className="text-sm">
                {shortDate(day.on)} {day.name}: <strong>closed</strong>
              </span>
            ) : (
              <Tick
                label={`${shortDate(day.on)} ${day.name}`}
                on={!left.includes(day.on)}
                set={(on) => setLeft(on ? left.filter((each) => each !== day.on) : [...left, day.on])}
                disabled={!mayPlan}
              />
            )}
          </li>
        ))}
      </ul>
      {close.error && <Trouble error={close.error} />}
      {mayPlan && open.length > 0 && (
        <Button
          className="w-fit"
          disabled={chosen.length === 0 || close.isPending}
          onClick={() => close.mutate(chosen)}
        >
          Closed on {count(chosen.length, "day")} of these
        </Button>
      )}
    </>
  );
}
