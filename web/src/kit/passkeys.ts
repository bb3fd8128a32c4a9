import { api, data, Refusal } from "../api/client";

/** Whether this page can use passkeys at all: not over plain HTTP, nor at a bare address. */
export const passkeysHere = () =>
  typeof PublicKeyCredential !== "undefined" &&
  "parseRequestOptionsFromJSON" in PublicKeyCredential &&
  window.isSecureContext &&
  !/^[\d.]+$|:/.test(window.location.hostname);

const refused = (error: unknown) =>
  error instanceof DOMException
    ? new Refusal(0, [{ message: "The passkey was not used: it was called off, or this device has none for here." }])
    : error;

/** Signs in by a passkey of this device. */
export async function comeByPasskey() {
  const asked = await data(api.POST("/api/account/webauthn-login", { body: {} }));
  try {
    const publicKey = PublicKeyCredential.parseRequestOptionsFromJSON(
      asked.webauthn_auth as unknown as PublicKeyCredentialRequestOptionsJSON,
    );
    const given = (await navigator.credentials.get({ publicKey })) as PublicKeyCredential;
    await data(api.POST("/api/account/webauthn-login", { body: { ...asked, webauthn_auth: given.toJSON() } }));
  } catch (error) {
    throw refused(error);
  }
}

/** Makes a passkey on this device; the password says that it is really its owner. */
export async function makePasskey(password: string) {
  const asked = await data(api.POST("/api/account/webauthn-setup", { body: {} }));
  try {
    const publicKey = PublicKeyCredential.parseCreationOptionsFromJSON(
      asked.webauthn_setup as unknown as PublicKeyCredentialCreationOptionsJSON,
    );
    const made = (await navigator.credentials.create({ publicKey })) as PublicKeyCredential;
    const webauthn_setup = made.toJSON();
    await data(api.POST("/api/account/webauthn-setup", { body: { ...asked, webauthn_setup, password } }));
  } catch (error) {
    throw refused(error);
  }
}
