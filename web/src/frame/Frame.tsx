import { Menu, MenuButton, MenuItem, MenuItems } from "@headlessui/react";
import { type ReactNode, useState } from "react";
import { NavLink, useLocation, useNavigate } from "react-router";
import { useGoTo } from "../account/Clubs";
import { dated } from "../kit/clock";
import { type Key, useKeys } from "../kit/keys";
import { Leave } from "../kit/Leave";
import { PutDemoAway } from "../kit/PutDemoAway";
import { KeysDialog, PlaceKeys, usePlaceKeys } from "../kit/placeKeys";
import { useSession } from "../kit/session";
import { dayAndTime, fromNow } from "../kit/time";
import { Finder } from "./Finder";
import { Opening } from "./Opening";
import { Strange } from "./Strange";
import { Tidings } from "./Tidings";
import { Unsent, UnsentBecause, useUnsent } from "./Unsent";

const PLACES = [
  { name: "Bench", to: "/bench", key: "g b" },
  { name: "Card", to: "/card", key: "g c" },
  { name: "Floor", to: "/floor", key: "g f" },
  { name: "Book", to: "/book", key: "g k" },
  { name: "Weeks", to: "/weeks", key: "g w" },
];

/** The slim band on top with its ropes, the five places, the bell of the next class; the rest belongs to the place. */
export function Frame({ children }: { children: ReactNode }) {
  return (
    <PlaceKeys>
      <Framed>{children}</Framed>
    </PlaceKeys>
  );
}

function Framed({ children }: { children: ReactNode }) {
  const navigate = useNavigate();
  const [finding, setFinding] = useState(false);
  const [showingKeys, setShowingKeys] = useState(false);
  const everywhere: Key[] = [
    ...PLACES.map((place) => ({ keys: place.key, does: `go to the ${place.name}`, run: () => navigate(place.to) })),
    { keys: "/", does: "find anything", run: () => setFinding(true) },
    { keys: "?", does: "show these keys", run: () => setShowingKeys(true) },
  ];
  useKeys(everywhere);
  const placeKeys = usePlaceKeys();
  return (
    <div className="flex min-h-dvh flex-col">
      <a
        href="#main"
        className="sr-only focus:not-sr-only focus:absolute focus:top-2 focus:left-2 focus:z-50 focus:bg-chalk focus:p-2"
      >
        Skip to the work
      </a>
      <Band />
      <UnsentBecause />
      <Strange />
      <Tidings />
      <Opening />
      <main id="main" className="mx-auto w-full max-w-[1480px] flex-1 px-3 py-3 sm:px-5">
        {children}
      </main>
      <Finder open={finding} close={() => setFinding(false)} />
      <KeysDialog
        open={showingKeys}
        close={() => setShowingKeys(false)}
        groups={[{ title: "Everywhere", keys: everywhere }, ...placeKeys]}
      />
    </div>
  );
}

function Band() {
  const unsent = useUnsent();
  return (
    <header className="relative bg-canvas">
      <div className="mx-auto flex h-14 max-w-[1480px] items-center gap-3 px-3 sm:px-5">
        <Name />
        <nav aria-label="Places" className="hidden flex-1 justify-center self-end md:flex">
          <Places className="min-w-[104px] px-5 pb-0" />
        </nav>
        <div className="flex-1 md:hidden" />
        {unsent && <Unsent said={unsent} />}
        {/* On a phone there is room for one of the two. */}
        <div className={unsent ? "hidden sm:contents" : "contents"}>
          <NextClass />
        </div>
        <AccountMenu />
      </div>
      <div className="ropes" aria-hidden="true" />
      <nav aria-label="Places" className="flex justify-between px-2 md:hidden">
        <Places className="px-1.5" />
      </nav>
    </header>
  );
}

function Places({ className }: { className: string }) {
  const { pathname } = useLocation();
  return (
    <>
      {PLACES.map((place) => {
        const here = pathname.startsWith(place.to);
        return (
          <NavLink
            key={place.to}
            to={place.to}
            className={`relative flex h-10 flex-col items-center justify-end ${className}`}
          >
            {here ? (
              <span className="wide z-10 flex w-full items-center justify-between gap-2 rounded-md bg-brass px-2 py-1 font-bold text-chalk shadow-[inset_0_2px_0_var(--color-brass-edge)] md:translate-y-[15px]">
                <Screw />
                {place.name}
                <Screw />
              </span>
            ) : (
              <>
                <span className="wide font-bold text-[15px]">{place.name}</span>
                <span aria-hidden="true" className="hidden h-2 w-7 border-ink border-x-2 md:block" />
              </>
            )}
          </NavLink>
        );
      })}
    </>
  );
}

function Screw() {
  return <span aria-hidden="true" className="size-1.5 rounded-full bg-brass-dark" />;
}

function Name() {
  const club = useSession().data?.club;
  return (
    <NavLink to="/bench" className="flex items-center gap-2.5">
      <img src="/bell.svg" alt="" className="h-10 w-9" />
      <span>
        <span className="wide block whitespace-nowrap font-extrabold text-base leading-tight sm:text-lg">
          Jaunty Bell
        </span>
        <span className="text-ink-soft text-xs">
          <span className="hidden sm:inline">{club?.name}</span>
          {club?.demo && <span className="font-semibold text-brass-deep"> demo</span>}
        </span>
      </span>
    </NavLink>
  );
}

function NextClass() {
  const { data } = useSession();
  const next = data?.next_class;
  if (!data?.club) return null;
  if (!next) return <span className="hidden text-right text-ink-soft text-xs sm:block">No class planned</span>;
  return (
    <NavLink to={`/floor/${next.id}`} className="rounded-md px-1 text-right text-sm leading-tight hover:bg-canvas-deep">
      <span className="hidden font-bold sm:block">
        {next.group_name ?? next.title} {fromNow(next.starts_at, Date.parse(dated()))}
      </span>
      <span className="text-ink-soft text-xs">
        {dayAndTime(next.starts_at, data.club.time_zone)} · {next.expected} expected
      </span>
    </NavLink>
  );
}

function AccountMenu() {
  const { data } = useSession();
  const navigate = useNavigate();
  const goTo = useGoTo();
  const [leaving, setLeaving] = useState(false);
  const [ending, setEnding] = useState(false);
  const owns = data?.account?.role === "owner";
  const name = data?.account?.name ?? "";
  const others = (data?.clubs ?? []).filter((club) => club.id !== data?.club?.id);
  const initials = name
    .split(" ")
    .map((part) => part[0])
    .join("");
  const items = [
    { shown: "The school", run: () => navigate("/school") },
    { shown: "Your account", run: () => navigate("/account") },
    ...others.map((club) => ({ shown: `Go to ${club.name}`, run: () => goTo.mutate(club.id) })),
    ...(data?.club?.demo && owns ? [{ shown: "Put the demo away", run: () => setEnding(true) }] : []),
    { shown: "Sign out", run: () => setLeaving(true) },
  ];
  return (
    <>
      <Menu>
        <MenuButton
          aria-label={`${initials}: account of ${name}`}
          className="flex size-10 shrink-0 items-center justify-center rounded-full border-[1.5px] border-ink/60 bg-chalk font-bold text-sm"
        >
          {initials}
        </MenuButton>
        <MenuItems
          anchor="bottom end"
          className="z-40 w-56 rounded-xl border-[1.5px] border-seam bg-chalk py-2 shadow-lg"
        >
          <p className="px-4 pb-2 text-ink-soft text-sm">
            {name}, {data?.account?.role}
          </p>
          {items.map(({ shown, run }) => (
            <MenuItem key={shown}>
              <button
                type="button"
                className="block w-full px-4 py-2 text-left text-sm data-focus:bg-canvas-deep"
                onClick={run}
              >
                {shown}
              </button>
            </MenuItem>
          ))}
        </MenuItems>
      </Menu>
      {ending && <PutDemoAway close={() => setEnding(false)} />}
      {leaving && <Leave close={() => setLeaving(false)} />}
    </>
  );
}
