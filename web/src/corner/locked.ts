import { useEffect } from "react";

/**
 * Keeps the bells coming while the phone's screen is locked: a page that plays something is not put to sleep, so a silent
 * sound goes round as long as it runs, and the lock screen has its pause.
 */
export function useLockedScreen(running: boolean, title: string, pause: () => void) {
  useEffect(() => {
    if (!running) return;
    const quiet = new Audio("/quiet.wav");
    quiet.loop = true;
    // A browser that wants another tap first goes on with the screen alone.
    void quiet.play().catch(() => undefined);
    const session = navigator.mediaSession;
    if (session) {
      session.metadata = new MediaMetadata({ title });
      session.setActionHandler("pause", pause);
    }
    return () => {
      quiet.pause();
      session?.setActionHandler("pause", null);
    };
  }, [running, title, pause]);
}
