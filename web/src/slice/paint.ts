// Paints levels into pixels: colour, contour lines, hatching. Pure but for the canvas it is given.
import { bandOf, colourOf, FROM, type Rgb, type Theme } from "./palette";

export type Look = { theme: Theme; hatch: number; line: number };

/** How dark the hatching of a state is at a pixel, 0 to 1: sparse past the target, dense when dry. */
function stripe(period: number, width: number, along: number): number {
  const phase = along % period;
  return Math.max(0, Math.min(1, width + 0.5 - Math.abs(phase - period / 2)));
}

function hatch(band: number, x: number, y: number, size: number): number {
  switch (band) {
    case 3:
      return 0.34 * stripe(7 * size, 0.5 * size, x + y);
    case 4:
      return 0.42 * stripe(4 * size, 0.55 * size, x + y);
    case 0:
      return 0.2 * stripe(9 * size, 0.45 * size, y) * stripe(9 * size, 2.6 * size, x + 4 * y);
    default:
      return 0;
  }
}

/**
 * Paints `level(x, y)` (pixels from the top left) over a rectangle. Levels below zero are
 * left clear. Contours run where a state ends.
 */
export function paint(
  context: CanvasRenderingContext2D,
  width: number,
  height: number,
  level: (x: number, y: number) => number,
  look: Look,
  fade: (x: number) => number = () => 1,
): void {
  // Every pixel at every step of a dial: nothing is made in here that is thrown away again.
  const levels = new Float32Array(width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) levels[y * width + x] = level(x + 0.5, y + 0.5);
  const image = context.createImageData(width, height);
  const { data } = image;
  const fades = Float32Array.from({ length: width }, (_, x) => fade(x));
  const ink: Rgb = look.theme === "day" ? [24, 30, 44] : [8, 10, 16];
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const i = y * width + x;
      const here = levels[i] as number;
      if (here < 0) continue;
      const right = x + 1 < width ? (levels[i + 1] as number) : here;
      const below = y + 1 < height ? (levels[i + width] as number) : here;
      const left = x > 0 ? (levels[i - 1] as number) : here;
      const above = y > 0 ? (levels[i - width] as number) : here;
      const band = bandOf(here);
      const colour = colourOf(here, look.theme);
      // Distance to the nearest end of a state, in pixels, from the steepness of the level.
      let line = 0;
      if (right >= 0 && below >= 0 && left >= 0 && above >= 0) {
        const [dx, dy] = [right - left, below - above];
        const steep = 0.5 * Math.sqrt(dx * dx + dy * dy);
        const away = Math.min(
          here - (FROM[band] as number) + (band === 0 ? 9 : 0),
          (FROM[band + 1] ?? 99) - here,
        );
        if (steep > 1e-5) line = Math.max(0, Math.min(1, look.line / 2 + 0.5 - away / steep));
      }
      const dark = Math.max(0.62 * line, hatch(band, x, y, look.hatch));
      const light = 1 - dark;
      const at = 4 * i;
      data[at] = colour[0] * light + ink[0] * dark;
      data[at + 1] = colour[1] * light + ink[1] * dark;
      data[at + 2] = colour[2] * light + ink[2] * dark;
      data[at + 3] = 255 * (fades[x] as number);
    }
  }
  context.putImageData(image, 0, 0);
}
