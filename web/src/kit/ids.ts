import { useMemo, useRef } from "react";

const asUuid = (bytes: Uint8Array) => {
  bytes[6] = ((bytes[6] as number) & 0x0f) | 0x40;
  bytes[8] = ((bytes[8] as number) & 0x3f) | 0x80;
  const hex = [...bytes].map((byte) => byte.toString(16).padStart(2, "0")).join("");
  return hex.replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/, "$1-$2-$3-$4-$5");
};

/** A new id made on this device, so that sending the same thing twice stores it once. */
export function newId(): string {
  return typeof crypto.randomUUID === "function"
    ? crypto.randomUUID()
    : asUuid(crypto.getRandomValues(new Uint8Array(16)));
}

/**
 * Ids of what is being made: the same for the same thing until it is there, so that trying once more after an answer was
 * lost does not make it twice.
 */
export function useNextId() {
  const base = useRef("");
  return useMemo(
    () => ({
      of: (made: unknown) => {
        base.current ||= newId();
        return idOf(base.current + JSON.stringify(made));
      },
      used: () => {
        base.current = "";
      },
    }),
    [],
  );
}

/** The same id for the same text (FNV-1a, four times over): a fact that is told again after a crash is the same fact. */
export function idOf(text: string): string {
  const bytes = new Uint8Array(16);
  for (let part = 0; part < 4; part++) {
    let hash = 0x811c9dc5 ^ (part * 0x9e3779b9);
    for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193);
    for (let i = 0; i < 4; i++) bytes[part * 4 + i] = (hash >>> (8 * i)) & 0xff;
  }
  return asUuid(bytes);
}
