type Props = { name: string; actions: string[]; choose: (link: number) => void; close: () => void };

/** At which link a set broke: from one action to the next. */
export function WhereLost({ name, actions, choose, close }: Props) {
  return (
    <section aria-label={`Where did ${name} lose it?`} className="mb-2 rounded-xl border-2 border-brass-bright p-3">
      <div className="mb-2 flex items-center justify-between gap-2">
        <h2 className="font-bold">Where did {name.split(" ")[0]} lose it?</h2>
        <button
          type="button"
          onClick={close}
          className="min-h-11 rounded-full border-2 border-night-line px-4 font-semibold"
        >
          Never mind
        </button>
      </div>
      <ol className="grid gap-1.5">
        {linksOf(actions).map(({ link, from, to }) => (
          <li key={link}>
            <button
              type="button"
              onClick={() => choose(link)}
              className="min-h-16 w-full rounded-xl border-2 border-night-line px-3 text-left font-semibold active:bg-night-line"
            >
              {from} → {to}
            </button>
          </li>
        ))}
      </ol>
    </section>
  );
}

/** Each action to the next. */
const linksOf = (actions: string[]) => actions.slice(1).map((to, link) => ({ link, from: actions[link], to }));
