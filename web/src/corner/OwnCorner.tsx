import { lazy, Suspense, useEffect, useState } from "react";
import { goBy } from "../kit/ways";
import type { OwnPage } from "./box";
import { useOwn } from "./own";
import { Button } from "./parts";
import { Today } from "./Today";

const AtHome = lazy(() => import("./AtHome"));
const Tell = lazy(() => import("./Tell"));
const Mine = lazy(() => import("./Mine"));

const PLACES = { today: "Today", home: "Homework", tell: "Tell us", mine: "Yours" };
type Place = keyof typeof PLACES;

type Props = {
  own: OwnPage;
  others: OwnPage[];
  turnTo: (own: OwnPage) => void;
  add: () => void;
  gone: () => Promise<void>;
};

/** One student's page: four places, under the thumb. */
export function OwnCorner({ own, others, turnTo, add, gone }: Props) {
  useOwn(own);
  const [place, setPlace] = useState<Place>("today");
  const { page } = own;
  useEffect(() => goBy(page?.club.country), [page?.club.country]);
  if (own.ended) return <Ended own={own} why={own.ended} gone={gone} />;
  if (!page) {
    return (
      <main className="p-6 text-lg">
        <h1 className="wide font-extrabold text-2xl">Your corner</h1>
        <p className="mt-3">
          {own.offline ? "There is no connection yet. It is tried again by itself." : "One moment …"}
        </p>
      </main>
    );
  }
  return (
    <div className="mx-auto flex min-h-dvh max-w-xl flex-col">
      <header className="flex items-center gap-3 border-seam border-b-[1.5px] px-4 py-3">
        <img src="/bell.svg" alt="" className="h-8" />
        <h1 className="wide min-w-0 flex-1 truncate font-extrabold text-xl">
          {page.first_name}
          {page.guardian && <span className="font-semibold text-base text-ink-soft"> · guardian’s page</span>}
        </h1>
        {others.map((other) => (
          <Button key={other.token} small onClick={() => turnTo(other)}>
            {other.page?.first_name ?? "the other"}
          </Button>
        ))}
      </header>
      <Standing own={own} />
      <main className="flex-1 px-4 pt-4 pb-28">
        <h2 className="sr-only">{PLACES[place]}</h2>
        <Suspense fallback={<p className="text-lg text-ink-soft">One moment …</p>}>
          {place === "today" && <Today own={own} page={page} />}
          {place === "home" && <AtHome own={own} page={page} />}
          {place === "tell" && <Tell own={own} page={page} />}
          {place === "mine" && <Mine own={own} page={page} add={add} gone={gone} />}
        </Suspense>
      </main>
      <nav
        aria-label="Places"
        className="fixed inset-x-0 bottom-0 border-seam border-t-[1.5px] bg-canvas pb-[env(safe-area-inset-bottom)]"
      >
        <div className="mx-auto grid max-w-xl grid-cols-4">
          {(Object.keys(PLACES) as Place[]).map((name) => (
            <button
              key={name}
              type="button"
              aria-current={place === name ? "page" : undefined}
              onClick={() => {
                setPlace(name);
                window.scrollTo(0, 0);
              }}
              className="min-h-16 border-transparent border-t-4 font-bold text-[15px] aria-[current=page]:border-brass aria-[current=page]:text-brass-dark"
            >
              {PLACES[name]}
            </button>
          ))}
        </div>
      </nav>
    </div>
  );
}

/** What has not reached the club, what it would not have, and how old this is. */
function Standing({ own }: { own: OwnPage }) {
  const waits = own.waiting.length;
  return (
    <div aria-live="polite">
      {(own.offline || waits > 0) && (
        <p className="bg-canvas-deep px-4 py-2 font-semibold">
          {waits > 0
            ? `${waits === 1 ? "One thing" : `${waits} things`} you told ${waits === 1 ? "waits" : "wait"} here until there is a connection.`
            : "No connection: this is as it was last known."}
        </p>
      )}
      {own.full && (
        <p className="bg-rear px-4 py-2 font-semibold text-chalk">
          This phone has no room to keep what you tell: make some.
        </p>
      )}
      {own.refused.map((told) => (
        <div key={told.id} role="alert" className="border-rear border-b-[1.5px] bg-chalk px-4 py-3">
          <p className="font-bold text-rear">{told.why}</p>
          <p className="text-ink-soft">You told: {told.said}.</p>
          <Button small onClick={() => void own.letGo(told.id)}>
            I have read it
          </Button>
        </div>
      ))}
    </div>
  );
}

function Ended({ own, why, gone }: { own: OwnPage; why: string; gone: () => Promise<void> }) {
  return (
    <main className="mx-auto grid max-w-md gap-4 px-5 py-10">
      <h1 className="wide font-extrabold text-2xl">This page is closed</h1>
      <p className="text-lg">{why}</p>
      {own.waiting.length > 0 && (
        <p className="font-bold">
          What you told here had not arrived: {own.waiting.map((told) => told.said).join("; ")}. Tell it to a coach.
        </p>
      )}
      <Button look="main" onClick={() => void gone()}>
        Take it off this phone
      </Button>
    </main>
  );
}
