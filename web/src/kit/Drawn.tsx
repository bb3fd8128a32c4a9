/** A drawing the server made, as a picture. */
export function Drawn({ svg, className }: { svg: string | undefined; className: string }) {
  if (!svg) return null;
  return <img alt="A code to photograph" src={`data:image/svg+xml,${encodeURIComponent(svg)}`} className={className} />;
}
