import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { api, data, type Session } from "../api/client";
import { Box } from "../kit/Box";
import { Button, Field, Trouble } from "../kit/parts";
import { useClub } from "../kit/session";

/** Goes to another club: the whole page begins anew there. */
export function useGoTo() {
  return useMutation({
    mutationFn: (club_id: string) => data(api.PUT("/api/session/club", { body: { club_id } })),
    onSuccess: () => window.location.assign("/"),
  });
}

/** The clubs of whoever is signed in, and how one more is added. */
export function Clubs({ clubs }: { clubs: Session["clubs"] }) {
  const here = useClub();
  const go = useGoTo();
  const [code, setCode] = useState("");
  const take = useMutation({
    mutationFn: () => data(api.POST("/api/crew/places", { body: { code } })),
    onSuccess: () => window.location.assign("/"),
  });
  const error = go.error ?? take.error;
  return (
    <Box title="Your clubs">
      <ul className="grid gap-2">
        {clubs.map((club) => (
          <li key={club.id} className="flex items-center gap-2 text-sm">
            <span className="flex-1">
              <strong>{club.name}</strong>, {club.role}
            </span>
            {club.id === here.id ? (
              <span className="text-ink-soft">here</span>
            ) : (
              <Button small aria-label={`Go there: ${club.name}`} onClick={() => go.mutate(club.id)}>
                Go there
              </Button>
            )}
          </li>
        ))}
      </ul>
      <form
        className="flex flex-wrap items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          take.mutate();
        }}
      >
        <Field
          label="Invited to another? Its code"
          autoComplete="off"
          required
          maxLength={40}
          value={code}
          onChange={(event) => setCode(event.target.value)}
        />
        <Button type="submit" disabled={take.isPending}>
          Go in
        </Button>
      </form>
      {error && <Trouble error={error} />}
    </Box>
  );
}
