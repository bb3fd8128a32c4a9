type Props = { label: string; sign: string; press: () => void; pressed?: boolean; busy?: boolean };

/** A small button under the pictures: its sign is what is seen, its label what is heard. */
export function Control({ label, sign, press, pressed, busy = false }: Props) {
  return (
    <button
      type="button"
      title={label === sign ? undefined : label}
      aria-label={label === sign ? undefined : label}
      aria-pressed={pressed}
      aria-busy={busy || undefined}
      disabled={busy}
      onClick={press}
      className={`min-h-7 min-w-8 rounded-md border px-2 font-semibold disabled:text-ink-soft ${
        pressed ? "border-brass bg-brass text-chalk" : "border-seam text-ink hover:border-ink"
      }`}
    >
      {busy ? "…" : sign}
    </button>
  );
}
