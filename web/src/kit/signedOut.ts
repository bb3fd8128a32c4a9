import { api, data, pageOfNobody } from "../api/client";
import { keep, recall, reopen } from "./stored";

const FLAG = "device:signed-out";

/** Somebody signed out here without a network: nobody is signed in on this device, and the server is told as soon as it can be. */
export async function signedOut(): Promise<boolean> {
  if (!recall<boolean>(FLAG)) return false;
  await signOut();
  return recall<boolean>(FLAG) === true;
}

/** Ends the session, now or when the server can be reached. */
export async function signOut() {
  keep(FLAG, true);
  try {
    await data(api.POST("/api/account/logout", { body: {}, signal: AbortSignal.timeout(6_000) }));
    keep(FLAG, undefined);
  } catch {
    // The server is told when it is next asked who is signed in.
  }
}

/** Somebody has signed in. */
export function signedIn() {
  reopen();
  pageOfNobody();
  keep(FLAG, undefined);
}
