import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, data } from "../../api/client";
import { DateField } from "../../kit/DateField";
import { newId } from "../../kit/ids";
import { Button, Field, Trouble } from "../../kit/parts";
import { asks } from "../../kit/queries";
import { useClub } from "../../kit/session";
import { dayAndMonth, longDate } from "../../kit/time";
import { list } from "../../kit/words";

type Made = { code: string; picture: string; guardian: boolean };

/** A student's own page on a phone: made, replaced and ended here; a junior's wants a guardian's consent first. */
export function OwnPage({ student, name }: { student: string; name: string }) {
  const client = useQueryClient();
  const pages = useQuery(asks.ownPages(student));
  const [made, setMade] = useState<Made>();
  const read = () => client.invalidateQueries({ queryKey: asks.ownPages(student).queryKey });
  const make = useMutation({
    mutationFn: async (guardian: boolean) => {
      const body = { id: newId(), student_id: student, guardian };
      return { ...(await data(api.POST("/api/corners", { body }))), guardian };
    },
    onSuccess: (next) => {
      setMade(next);
      return read();
    },
  });
  const end = useMutation({
    mutationFn: (id: string) => data(api.DELETE("/api/corners/{id}", { params: { path: { id } } })),
    onSuccess: () => {
      setMade(undefined);
      return read();
    },
  });
  if (!pages.data) return null;
  const { junior, refusal, guardian_refusal, consent } = pages.data;
  const kinds = junior ? [true, false] : [false];
  const refused = junior ? guardian_refusal : refusal;
  return (
    <section
      aria-label="A page of their own"
      className="no-print rounded-2xl border-[1.5px] border-seam bg-chalk p-4 text-sm"
    >
      <h2 className="wide mb-1 font-extrabold text-lg">A page of their own</h2>
      <p className="mb-2 text-ink-soft">
        On their phone, by a link and no password: what comes, how hard it was, what hurts, homework. It shows nothing
        of anybody else.
      </p>
      {junior && <Consent student={student} consent={consent} />}
      {refused && <p>{refused}</p>}
      {(make.error || end.error) && <Trouble error={make.error ?? end.error} />}
      {!refused && (
        <ul className="grid gap-2">
          {kinds.map((guardian) => {
            const page = pages.data.pages.find((each) => each.guardian === guardian);
            const whose = guardian ? "A guardian’s page" : "Their page";
            return (
              <li key={String(guardian)} className="flex flex-wrap items-center gap-2">
                <span className="min-w-40 flex-1">
                  <strong>{whose}</strong>{" "}
                  {page
                    ? `until ${longDate(page.ends_at.slice(0, 10))}; ${page.devices.length === 0 ? "not opened yet" : `open on ${list(page.devices.map((device) => device.name))}`}`
                    : "is not made"}
                </span>
                <Button small disabled={make.isPending} onClick={() => make.mutate(guardian)}>
                  {page ? "Lost: make another" : "Make it"}
                </Button>
                {page && (
                  <Button small disabled={end.isPending} onClick={() => end.mutate(page.id)}>
                    End it
                  </Button>
                )}
              </li>
            );
          })}
        </ul>
      )}
      {made && <Told made={made} name={name} />}
    </section>
  );
}

/** The code, told this once. */
function Told({ made, name }: { made: Made; name: string }) {
  const link = `${window.location.origin}/corner#code=${made.code}`;
  return (
    <div
      role="status"
      className="mt-3 flex flex-wrap items-center gap-4 rounded-xl border-[1.5px] border-brass bg-canvas p-3"
    >
      {/* biome-ignore lint/security/noDangerouslySetInnerHtml: a drawing made by our own server, of black squares */}
      <div className="w-36 [&_svg]:w-full" dangerouslySetInnerHTML={{ __html: made.picture }} />
      <div className="min-w-0 flex-1">
        <p>
          Hand it to <strong>{made.guardian ? `whoever looks after ${name}` : name}</strong>; it is told this once.
        </p>
        <p className="wide my-1 font-extrabold text-lg">{made.code}</p>
        <p className="break-all text-ink-soft">{link}</p>
      </div>
    </div>
  );
}

type ConsentProps = { student: string; consent: { by: string; on: string } | null };

function Consent({ student, consent }: ConsentProps) {
  const client = useQueryClient();
  const { today } = useClub();
  const [by, setBy] = useState("");
  const [on, setOn] = useState(today);
  const keep = useMutation({
    mutationFn: (body: { by: string; on: string } | { by: null; on: null }) =>
      data(api.PUT("/api/corners/students/{id}/consent", { params: { path: { id: student } }, body })),
    onSuccess: (next) => client.setQueryData(asks.ownPages(student).queryKey, next),
  });
  if (consent) {
    return (
      <p className="mb-2 flex flex-wrap items-center gap-2">
        <span className="flex-1">
          {consent.by} consents, since {dayAndMonth(consent.on)}.
        </span>
        <Button small onClick={() => keep.mutate({ by: null, on: null })}>
          It is taken back
        </Button>
      </p>
    );
  }
  return (
    <form
      aria-label="A guardian’s consent"
      className="mb-2 grid gap-2 sm:grid-cols-2"
      onSubmit={(event) => {
        event.preventDefault();
        keep.mutate({ by, on });
      }}
    >
      <Field
        label="Which guardian consents"
        required
        maxLength={80}
        value={by}
        onChange={(event) => setBy(event.target.value)}
      />
      <DateField label="On" required max={today} value={on} set={setOn} />
      {keep.error && <Trouble error={keep.error} />}
      <Button type="submit" className="w-fit">
        Keep the consent
      </Button>
    </form>
  );
}
