import { download } from "../download";

/** Saves the drawing in an element as one SVG file with nothing outside it: bands stacked, colours written out. */
export function saveDrawing(element: HTMLElement, name: string) {
  const bands = [...element.querySelectorAll("svg")];
  const styles = getComputedStyle(document.documentElement);
  const plain = (text: string) =>
    text.replace(/var\((--[\w-]+)\)/g, (_, token: string) => styles.getPropertyValue(token).trim() || "#000");
  let top = 0;
  const width = Math.max(...bands.map((band) => band.viewBox.baseVal.width));
  const parts = bands.map((band) => {
    const box = band.viewBox.baseVal;
    const part = `<svg x="0" y="${top}" width="${box.width}" height="${box.height}" viewBox="${box.x} ${box.y} ${box.width} ${box.height}">${plain(band.innerHTML)}</svg>`;
    top += box.height;
    return part;
  });
  const title = name.replace(/[<&>]/g, " ");
  const file = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${top}" viewBox="0 0 ${width} ${top}" font-family="sans-serif"><title>${title}</title>${parts.join("")}</svg>\n`;
  download(new Blob([file], { type: "image/svg+xml" }), name, "svg");
}
