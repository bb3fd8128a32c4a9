import { Dialog, DialogBackdrop, DialogPanel, DialogTitle } from "@headlessui/react";
import type { ReactNode } from "react";

/** A dialog over the place, closed with Escape. */
export function Sheet({
  open,
  close,
  title,
  children,
}: {
  open: boolean;
  close: () => void;
  title: string;
  children: ReactNode;
}) {
  return (
    <Dialog open={open} onClose={close} className="relative z-40">
      <DialogBackdrop className="fixed inset-0 bg-ink/40" />
      <div className="fixed inset-0 flex items-start justify-center overflow-y-auto p-4 pt-[10vh]">
        <DialogPanel className="w-full max-w-lg rounded-2xl border-[1.5px] border-seam bg-chalk p-5 shadow-xl">
          <div className="mb-3 flex items-center justify-between">
            <DialogTitle className="wide font-extrabold text-xl">{title}</DialogTitle>
            <button
              type="button"
              onClick={close}
              className="rounded-full px-3 py-1 font-semibold text-sm hover:bg-canvas-deep"
            >
              Close
            </button>
          </div>
          {children}
        </DialogPanel>
      </div>
    </Dialog>
  );
}
