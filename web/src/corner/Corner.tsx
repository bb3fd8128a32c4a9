import { useEffect, useState } from "react";
import { Trouble } from "../kit/parts";
import type { OwnPage } from "./box";
import { EnterCode } from "./EnterCode";
import { OwnCorner } from "./OwnCorner";
import { enter, keepPages, leave, recallPages } from "./own";

/** A student's own page on a phone; of several on one phone one is shown, and the others are a tap away. */
export function Corner() {
  const [pages, setPages] = useState<OwnPage[]>();
  const [error, setError] = useState<unknown>();
  const [another, setAnother] = useState(false);

  const show = (list: OwnPage[]) => {
    setPages(list);
    setAnother(false);
    void keepPages(list);
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: once, with what the address says
  useEffect(() => {
    const code = codeInAddress();
    void recallPages().then(async (kept) => {
      setPages(kept);
      for (const own of kept) void own.look();
      if (!code) return;
      // A code stays out of the history, and is not tried again.
      window.history.replaceState(null, "", "/corner");
      await open(code, kept);
    });
  }, []);
  const open = async (code: string, kept = pages ?? []) => {
    const already = kept.find((each) => each.isOf(code) && !each.ended);
    if (already) return show([already, ...kept.filter((each) => each !== already)]);
    try {
      const own = await enter(code);
      const same = kept.filter((each) => each.page?.id !== own.page?.id);
      show([own, ...same]);
      setError(undefined);
    } catch (refused) {
      setError(refused);
    }
  };

  if (!pages) return <p className="p-6 text-ink-soft text-lg">One moment …</p>;
  const [shown, ...others] = pages;
  if (!shown || another) {
    return <EnterCode open={open} error={error} back={another ? () => setAnother(false) : undefined} />;
  }
  return (
    <>
      {error !== undefined && <Trouble error={error} />}
      <OwnCorner
        key={shown.token}
        own={shown}
        others={others}
        turnTo={(own) => show([own, ...pages.filter((each) => each !== own)])}
        add={() => setAnother(true)}
        gone={async () => {
          await leave(shown);
          show(others);
        }}
      />
    </>
  );
}

const codeInAddress = () => new URLSearchParams(window.location.hash.slice(1)).get("code");
