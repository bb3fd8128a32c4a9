import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { Empty, PageTitle, Trouble } from "../kit/parts";
import { asks } from "../kit/queries";

/** The letters of a server whose mail goes to nobody: what the stand-in was given, newest first. */
export function Letters() {
  const letters = useQuery(asks.letters());
  return (
    <main className="mx-auto max-w-2xl px-5 py-8">
      <p className="mb-2 text-sm">
        <Link to="/" className="font-semibold underline">
          The door
        </Link>
      </p>
      <PageTitle>Letters that went to nobody</PageTitle>
      {letters.error && <Trouble error={letters.error} />}
      {letters.data?.length === 0 && <Empty title="No letter yet" />}
      <ul className="grid gap-3">
        {letters.data?.map((letter) => (
          <li key={`${letter.at}${letter.text}`} className="rounded-2xl border-[1.5px] border-seam bg-chalk p-4">
            <p className="font-bold">{letter.subject}</p>
            <p className="mb-2 text-ink-soft text-sm">to {letter.to}</p>
            <p className="whitespace-pre-wrap break-words text-sm">{linked(letter.text)}</p>
          </li>
        ))}
      </ul>
    </main>
  );
}

/** The text with its addresses as links. */
const linked = (text: string) =>
  text.split(/(https?:\/\/\S+)/).map((part, i) =>
    i % 2 ? (
      <a key={part} href={part} className="underline">
        {part}
      </a>
    ) : (
      part
    ),
  );
