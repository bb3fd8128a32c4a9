import { Menu, MenuButton, MenuItem, MenuItems } from "@headlessui/react";
import { useMutation } from "@tanstack/react-query";
import { download } from "../../kit/download";
import type { Figure } from "../../kit/figure/poses";
import { useSay } from "../../kit/toast";
import type { Judging } from "../useAnalysis";
import { type Seen, viewOf } from "./FigurePicture";

type Props = {
  figure: Figure;
  notation: string;
  judging: Judging;
  seen: Seen;
  /** Of the usual tempo. */
  pace: number;
  /** The action that is shown, where a body does it. */
  action: number | undefined;
};

const item = "block w-full px-3 py-2 text-left text-ink text-sm data-focus:bg-canvas-deep";

/** The figure as it is looked at, to take away: a picture that moves, for a phone, or a drawing. */
export function TakeAway({ figure, notation, judging, seen, pace, action }: Props) {
  const say = useSay();
  const southpaw = judging.stance === "southpaw";
  const view = viewOf(seen, southpaw);
  const move = useMutation({
    mutationFn: async () => {
      const { movingFile } = await import("../../kit/figure/movingFile");
      download(await movingFile({ figure, view, southpaw, ghost: false }, pace), notation, "gif");
    },
    onError: () => say("The picture could not be made. Try once more."),
  });
  const drawing = (only?: number) =>
    `/api/bench/figures/drawing?${new URLSearchParams({
      notation,
      ...(judging.stance && { stance: judging.stance }),
      ...(judging.partner && { partner: judging.partner }),
      turn: view.turn.toFixed(1),
      tilt: view.tilt.toFixed(1),
      ...(only !== undefined && { action: String(only) }),
    })}`;
  return (
    <Menu as="div" className="relative">
      <MenuButton
        aria-label="take the body away as a file"
        title="take the body away as a file"
        disabled={move.isPending}
        aria-busy={move.isPending || undefined}
        className="min-h-7 min-w-8 rounded-md border border-seam px-2 font-semibold text-ink hover:border-ink disabled:text-ink-soft"
      >
        {move.isPending ? "…" : "↓"}
      </MenuButton>
      <MenuItems
        modal={false}
        className="absolute right-0 bottom-full z-30 mb-1 w-56 rounded-xl border-[1.5px] border-seam bg-chalk py-1 font-semibold shadow-lg"
      >
        <MenuItem>
          <button type="button" className={item} onClick={() => move.mutate()}>
            a picture that moves (GIF)
          </button>
        </MenuItem>
        {action !== undefined && (
          <MenuItem>
            <a href={drawing(action)} download className={item}>
              this pose as it lands (SVG)
            </a>
          </MenuItem>
        )}
        <MenuItem>
          <a href={drawing()} download className={item}>
            every pose in a row (SVG)
          </a>
        </MenuItem>
      </MenuItems>
    </Menu>
  );
}
