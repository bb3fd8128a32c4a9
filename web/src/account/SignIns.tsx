import { useMutation, useQueryClient } from "@tanstack/react-query";
import { api, data, type Schemas } from "../api/client";
import { Box } from "../kit/Box";
import { Button, Trouble } from "../kit/parts";
import { asks } from "../kit/queries";
import { useClub } from "../kit/session";
import { dayAndTime, dayOf, shortDate } from "../kit/time";

type Mine = Schemas["Mine"];

/** Where this account is signed in now; each can be ended from here. */
export function SignIns({ mine }: { mine: Mine }) {
  const client = useQueryClient();
  const { time_zone } = useClub();
  const end = useMutation({
    mutationFn: (number: string) => data(api.DELETE("/api/mine/sessions/{number}", { params: { path: { number } } })),
    onSuccess: (next) => client.setQueryData(asks.mine().queryKey, next),
  });
  return (
    <Box title="Signed in">
      <ul className="grid gap-2">
        {mine.sessions.map((each) => (
          <li key={each.id} className="flex items-center gap-2 text-sm">
            <span className="min-w-0 flex-1">
              <strong>{each.name}</strong>
              {each.here && " (this one)"}
              <span className="block text-ink-soft">
                since {shortDate(dayOf(each.began, time_zone))}, last used {dayAndTime(each.last_use, time_zone)}
                {each.address && `, from ${each.address}`}
              </span>
            </span>
            {!each.here && (
              <Button small aria-label={`End it: ${each.name}`} onClick={() => end.mutate(each.id)}>
                End it
              </Button>
            )}
          </li>
        ))}
      </ul>
      {end.error && <Trouble error={end.error} />}
      {mine.sessions.length > 1 && (
        <Button className="w-fit" onClick={() => end.mutate("others")}>
          End all but this one
        </Button>
      )}
    </Box>
  );
}
