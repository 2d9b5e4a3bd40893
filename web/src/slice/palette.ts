// Colours of the states, given in OKLCH so that lightness is even: it rises to the target and
// falls beyond it, cool before and warm after, so the order survives every common colour-vision
// deficiency and print. Hatching says it again.

export const STATES = ["raw", "setting", "target", "past", "dry", "crust"] as const;
export type State = (typeof STATES)[number];

/** From which level on each state holds. Crust begins where a cell has dried well on. */
export const FROM = [0, 1, 2, 3, 4, 5.3] as const;

type Oklch = [lightness: number, chroma: number, hue: number];
type Ramp = [from: Oklch, to: Oklch];

const DAY: Ramp[] = [
  [
    [0.52, 0.045, 252],
    [0.56, 0.045, 250],
  ],
  [
    [0.69, 0.04, 235],
    [0.76, 0.04, 220],
  ],
  [
    [0.9, 0.055, 168],
    [0.93, 0.05, 160],
  ],
  [
    [0.83, 0.085, 88],
    [0.76, 0.105, 76],
  ],
  [
    [0.64, 0.115, 58],
    [0.52, 0.12, 46],
  ],
  [
    [0.36, 0.07, 40],
    [0.29, 0.05, 40],
  ],
];
const NIGHT: Ramp[] = [
  [
    [0.36, 0.045, 252],
    [0.4, 0.045, 250],
  ],
  [
    [0.53, 0.045, 235],
    [0.6, 0.045, 220],
  ],
  [
    [0.84, 0.075, 168],
    [0.87, 0.07, 160],
  ],
  [
    [0.74, 0.095, 88],
    [0.67, 0.11, 76],
  ],
  [
    [0.55, 0.115, 58],
    [0.44, 0.115, 46],
  ],
  [
    [0.28, 0.055, 40],
    [0.22, 0.04, 40],
  ],
];

export type Rgb = [number, number, number];

/** OKLCH to 8-bit sRGB (CSS Color 4). */
export function rgb([lightness, chroma, hue]: Oklch): Rgb {
  const a = chroma * Math.cos((hue * Math.PI) / 180);
  const b = chroma * Math.sin((hue * Math.PI) / 180);
  const l = (lightness + 0.3963377774 * a + 0.2158037573 * b) ** 3;
  const m = (lightness - 0.1055613458 * a - 0.0638541728 * b) ** 3;
  const s = (lightness - 0.0894841775 * a - 1.291485548 * b) ** 3;
  const linear = [
    4.0767416621 * l - 3.3077115913 * m + 0.2309699292 * s,
    -1.2684380046 * l + 2.6097574011 * m - 0.3413193965 * s,
    -0.0041960863 * l - 0.7034186147 * m + 1.707614701 * s,
  ];
  return linear.map((v) => {
    const c = Math.min(Math.max(v, 0), 1);
    return Math.round(255 * (c <= 0.0031308 ? 12.92 * c : 1.055 * c ** (1 / 2.4) - 0.055));
  }) as Rgb;
}

const PER_LEVEL = 32;

function table(ramps: Ramp[]): Rgb[] {
  return Array.from({ length: 6 * PER_LEVEL + 1 }, (_, i) => {
    const level = i / PER_LEVEL;
    const band = bandOf(level);
    const [from, to] = ramps[band] as Ramp;
    const start = FROM[band] as number;
    const end = FROM[band + 1] ?? 6;
    const f = (level - start) / (end - start);
    return rgb(from.map((v, k) => v + f * ((to[k] as number) - v)) as Oklch);
  });
}

export type Theme = "day" | "night";
const TABLES: Record<Theme, Rgb[]> = { day: table(DAY), night: table(NIGHT) };

export function bandOf(level: number): number {
  if (level >= 5.3) return 5;
  return Math.min(4, Math.max(0, Math.floor(level)));
}

export function colourOf(level: number, theme: Theme): Rgb {
  const i = Math.min(Math.max(Math.round(level * PER_LEVEL), 0), 6 * PER_LEVEL);
  return TABLES[theme][i] as Rgb;
}

export function css(level: number, theme: Theme): string {
  return `rgb(${colourOf(level, theme).join(" ")})`;
}

export const NAMES: Record<State, string> = {
  raw: "raw",
  setting: "setting",
  target: "in your target",
  past: "past it",
  dry: "dry",
  crust: "crust",
};
