import { boundsOf, coloursHere, paint, type Scene } from "./paint";

const HIGH = 360; // pixels
const WIDEST = 640;
const A_SECOND = 16; // pictures
const SLOWER = 0.5; // of the pace it has
const RESTS = 0.7; // seconds in guard before it begins again
const COLOURS = 64;

/** A picture that moves, again and again, as any phone plays it; at half of `pace`, a share of the usual tempo. */
export async function movingFile(scene: Scene, pace: number): Promise<Blob> {
  const { applyPalette, GIFEncoder, quantize } = await import("gifenc");
  const [, , across, up] = boundsOf(scene.figure, scene.view);
  const size = { width: Math.min(WIDEST, Math.round((HIGH * across) / up)), height: HIGH };
  const canvas = Object.assign(document.createElement("canvas"), size);
  const pen = canvas.getContext("2d", { willReadFrequently: true }) as CanvasRenderingContext2D;
  const colours = coloursHere();
  const picture = (seconds: number) => {
    pen.fillStyle = colours.chalk;
    pen.fillRect(0, 0, size.width, size.height);
    paint(pen, scene, seconds, size, colours);
    return pen.getImageData(0, 0, size.width, size.height).data;
  };
  const end = scene.figure.poses.at(-1)?.at ?? 0;
  const strike = scene.figure.poses.find((pose) => pose.target)?.at ?? 0;
  const palette = quantize(picture(strike), COLOURS); // with the pad and the drive in it
  const file = GIFEncoder();
  const count = Math.max(1, Math.ceil((end / (SLOWER * pace)) * A_SECOND));
  for (let i = 0; i <= count; i++) {
    const delay = i === count ? RESTS * 1000 : 1000 / A_SECOND;
    file.writeFrame(applyPalette(picture((end * i) / count), palette), size.width, size.height, { palette, delay });
    if (i % 10 === 9) await new Promise((done) => setTimeout(done)); // the page stays awake
  }
  file.finish();
  return new Blob([file.bytes()], { type: "image/gif" });
}
