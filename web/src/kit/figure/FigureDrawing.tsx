import { useEffect, useRef, useState } from "react";
import { coloursHere, paint, type Scene } from "./paint";

type Props = Scene & { seconds: number };

/** A figure at a moment, as large as there is room for. */
export function FigureDrawing({ figure, view, southpaw, ghost, seconds }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const size = useSize(canvas);
  const [colours] = useState(coloursHere);
  useEffect(() => {
    const pen = canvas.current?.getContext("2d");
    if (!pen || size.width === 0) return;
    pen.clearRect(0, 0, size.width, size.height);
    paint(pen, { figure, view, southpaw, ghost }, seconds, size, colours);
  }, [figure, view, southpaw, ghost, seconds, size, colours]);
  return (
    <div className="relative min-h-0 w-full flex-1 basis-0">
      <canvas
        ref={canvas}
        width={size.width}
        height={size.height}
        className="absolute inset-0 size-full"
        data-testid="figure"
      />
    </div>
  );
}

/** Of an element in pixels of the screen, kept up to date. */
function useSize(element: React.RefObject<HTMLElement | null>): { width: number; height: number } {
  const [size, setSize] = useState({ width: 0, height: 0 });
  useEffect(() => {
    const here = element.current;
    if (!here) return;
    const watching = new ResizeObserver(() => {
      const ratio = window.devicePixelRatio || 1;
      setSize({ width: Math.round(here.clientWidth * ratio), height: Math.round(here.clientHeight * ratio) });
    });
    watching.observe(here);
    return () => watching.disconnect();
  }, [element]);
  return size;
}
