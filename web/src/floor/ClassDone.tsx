import { Link } from "react-router";
import type { OpenClass } from "../api/client";
import type { ClassBox } from "../kit/device";
import { WhyUnsent } from "../kit/WhyUnsent";
import { counted } from "../kit/words";

/** A class that has taken place, and where to go from it. */
export function ClassDone({ opened, outbox }: { opened: OpenClass; outbox: ClassBox }) {
  const waiting = outbox.size + outbox.refused.length;
  return (
    <main className="mx-auto max-w-2xl px-4 py-16 text-center">
      <img src="/bell.svg" alt="" className="mx-auto mb-4 h-24" />
      <h1 className="wide mb-2 font-extrabold text-3xl">{opened.title} is done</h1>
      <p className="mb-6 text-ink-soft">
        {waiting === 0
          ? "Everything you tapped is in the Book."
          : `What you tapped is in the Book, but ${counted(waiting, "thing", ["is", "are"])} still on this device alone.`}
      </p>
      <WhyUnsent refused={outbox.refused} />
      <div className="flex justify-center gap-3">
        <Link to="/book" className="rounded-full bg-brass px-6 py-3 font-bold text-chalk">
          Open the Book
        </Link>
        <Link to="/floor" className="rounded-full border-[1.5px] border-ink px-6 py-3 font-bold">
          Back to the Floor
        </Link>
      </div>
    </main>
  );
}
