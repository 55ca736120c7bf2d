/** A square code that a telephone reads, as a path to draw; on its own, so that it is fetched only where one is shown. */
import { type DrawingContext, qrcode } from 'bwip-js/browser';

export interface QrCode {
  /** Width and height of the drawing. */
  readonly size: number;
  /** Of an SVG path, filled by the rule of even and odd. */
  readonly path: string;
}

export function qrCode(text: string): QrCode {
  let size = 0;
  let path = '';
  const none = () => undefined;
  const drawing: DrawingContext<QrCode> = {
    scale: () => null,
    measure: () => ({ width: 0, ascent: 0, descent: 0 }),
    init: (width) => {
      size = width;
    },
    polygon: (points) => {
      path += `M${points.map(([x, y]) => `${x} ${y}`).join('L')}Z`;
    },
    line: none,
    hexagon: none,
    ellipse: none,
    fill: none,
    text: none,
    end: () => ({ size, path }),
  };
  return qrcode({ bcid: 'qrcode', text, scale: 2, padding: 0 }, drawing);
}
