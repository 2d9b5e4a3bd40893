// The things of a kitchen, drawn: pans, pots and rings to one scale, the rest as large as they look beside them.
import type { ReactNode } from "react";
import type { Stands } from "./kit";

/** Pans, rings, pots and fryers are drawn to this. */
const PX_A_MM = 0.3;
const LITRE_PX = 26;

type Size = {
  acrossMm: number;
  lengthMm: number | null;
  widthMm: number | null;
  litres: number;
  places: number;
};
type Picture = { w: number; h: number; body: ReactNode };

function sizeOf({ own, offered }: Stands): Size {
  return {
    acrossMm: own.across_mm ?? offered.across_mm ?? 250,
    lengthMm: own.length_mm ?? null,
    widthMm: own.width_mm ?? null,
    litres: own.litres ?? offered.litres ?? 2,
    places: own.places ?? offered.places ?? 1,
  };
}

const LINE = { fill: "none", stroke: "currentColor", strokeWidth: 1.5 } as const;
const each = (n: number, draw: (i: number) => ReactNode) =>
  Array.from({ length: n }, (_, i) => draw(i));

/** From below, hanging by its handle. */
function pan(key: string, { acrossMm, lengthMm, widthMm }: Size): Picture {
  const long = (lengthMm ?? acrossMm) * PX_A_MM;
  const wide = (widthMm ?? acrossMm) * PX_A_MM;
  const [w, top] = [Math.max(wide, 20) + 4, 46];
  const dark = key === "cast_iron" ? "kit-iron" : key === "carbon_steel" ? "kit-blue" : "kit-steel";
  const round = lengthMm === null;
  return {
    w,
    h: top + long + 3,
    body: (
      <>
        <path d={`M${w / 2} 0v6`} {...LINE} />
        <rect x={w / 2 - 4} y={6} width={8} height={top - 4} rx={4} className="kit-iron" />
        <circle cx={w / 2} cy={11} r={1.8} className="fill-base-100" />
        {round ? (
          <>
            <circle cx={w / 2} cy={top + long / 2} r={long / 2} className={dark} {...EDGE} />
            <circle cx={w / 2} cy={top + long / 2} r={long * 0.41} {...FINE} />
            {key === "non_stick" && (
              <circle cx={w / 2} cy={top + long / 2} r={long * 0.41} className="kit-dots" />
            )}
          </>
        ) : (
          <rect x={2} y={top} width={wide} height={long} rx={3} className={dark} {...EDGE} />
        )}
      </>
    ),
  };
}

const EDGE = { stroke: "currentColor", strokeWidth: 1.5 } as const;
const FINE = { fill: "none", stroke: "currentColor", strokeWidth: 0.75, opacity: 0.6 } as const;

function ridged(): Picture {
  return {
    w: 78,
    h: 122,
    body: (
      <>
        <path d="M39 0v6" {...LINE} />
        <rect x={35} y={6} width={8} height={42} rx={4} className="kit-iron" />
        <rect x={2} y={46} width={74} height={74} rx={7} className="kit-iron" {...EDGE} />
        {each(7, (i) => (
          <path
            key={i}
            d={`M${12 + i * 9} 54v58`}
            stroke="var(--color-base-100)"
            strokeWidth={1.5}
          />
        ))}
      </>
    ),
  };
}

/** From above: as many rings as there are, two and two. */
function hob(key: string, { places }: Size): Picture {
  const columns = Math.ceil(places / 2);
  const [w, h] = [Math.max(columns * 46 + 14, 60), places > 1 ? 100 : 62];
  const ring = (i: number) => {
    const x = 7 + 23 + Math.floor(i / 2) * 46 + (places === 1 ? (w - 60) / 2 : 0);
    const y = places === 1 ? 31 : i % 2 === 0 ? 26 : 72;
    if (key === "induction")
      return (
        <g key={i}>
          <rect x={x - 17} y={y - 17} width={34} height={34} rx={4} {...LINE} />
          <path d={`M${x - 5} ${y}h10M${x} ${y - 5}v10`} {...FINE} />
        </g>
      );
    if (key === "coil")
      return (
        <g key={i}>
          {[17, 12, 7].map((r) => (
            <circle key={r} cx={x} cy={y} r={r} {...LINE} />
          ))}
        </g>
      );
    const flames = key === "strong_gas" ? 14 : 9;
    return (
      <g key={i}>
        <circle cx={x} cy={y} r={7} className="kit-iron" />
        {each(flames, (f) => {
          const a = (f / flames) * 2 * Math.PI;
          const [c, s] = [Math.cos(a), Math.sin(a)];
          const out = key === "strong_gas" ? 17 : 14;
          return (
            <path
              key={f}
              d={`M${x + 9 * c} ${y + 9 * s}L${x + out * c} ${y + out * s}`}
              stroke="var(--color-primary)"
              strokeWidth={2}
            />
          );
        })}
      </g>
    );
  };
  return {
    w,
    h,
    body: (
      <>
        <rect x={1} y={1} width={w - 2} height={h - 2} rx={3} className="kit-steel" {...EDGE} />
        {each(places, ring)}
      </>
    ),
  };
}

function oven(key: string, { places }: Size): Picture {
  if (key === "closed_grill") return grill("closed");
  const h = 66 + places * 14;
  return {
    w: 112,
    h,
    body: (
      <>
        <rect x={1} y={1} width={110} height={h - 2} rx={3} className="kit-steel" {...EDGE} />
        {each(4, (i) => (
          <circle key={i} cx={18 + i * 25} cy={13} r={4} {...LINE} />
        ))}
        <path d="M14 27h84" {...LINE} strokeWidth={3} />
        <rect x={12} y={34} width={88} height={h - 46} rx={2} className="kit-glow" {...EDGE} />
        {each(places, (i) => (
          <path key={i} d={`M15 ${50 + i * 14}h82`} {...FINE} />
        ))}
        {key === "range" && (
          <g transform={`translate(56 ${h / 2 + 12})`}>
            {each(3, (i) => (
              <path
                key={i}
                d="M0 0c6 -9 12 -6 13 -1c-4 4 -9 5 -13 1"
                {...LINE}
                transform={`rotate(${i * 120})`}
              />
            ))}
          </g>
        )}
      </>
    ),
  };
}

function broiler(): Picture {
  return {
    w: 112,
    h: 70,
    body: (
      <>
        <rect x={1} y={1} width={110} height={68} rx={3} className="kit-steel" {...EDGE} />
        <path
          d="M14 16l8 8l8 -8l8 8l8 -8l8 8l8 -8l8 8l8 -8l8 8l8 -8"
          fill="none"
          stroke="var(--color-primary)"
          strokeWidth={3}
        />
        <path d="M14 54h84M20 54v6M92 54v6" {...LINE} />
      </>
    ),
  };
}

function ware(key: string): Picture {
  const iron = key === "cast_iron" || key === "hot_iron";
  return {
    w: 92,
    h: key === "hot_iron" ? 44 : 30,
    body: (
      <>
        {key === "hot_iron" &&
          each(3, (i) => (
            <path
              key={i}
              d={`M${28 + i * 18} 12c5 -4 -5 -7 0 -11`}
              fill="none"
              stroke="var(--color-primary)"
              strokeWidth={2}
            />
          ))}
        <path
          d={
            key === "tray"
              ? "M1 18l6 8h78l6 -8"
              : `M4 ${key === "hot_iron" ? 20 : 6}l5 20h74l5 -20z`
          }
          className={iron ? "kit-iron" : key === "dish" ? "kit-china" : undefined}
          fill={key === "tray" ? "none" : undefined}
          {...EDGE}
        />
      </>
    ),
  };
}

/** Pots by how much wider they are than high. */
const ACROSS: Record<string, number> = { deep: 1, braiser: 2.4, kettle: 3.4 };

/** From its side: as wide as it is high, or wider where it is a pan. */
function vessel(litres: number, flat: number): { w: number; h: number } {
  // A cylinder of that much: the drawing of a decimetre is so many px.
  const side = Math.cbrt(litres / flat) * LITRE_PX;
  return { w: Math.max(side * flat * 1.15, 34), h: Math.max(side * 1.1, 16) };
}

function pot(key: string, { litres }: Size): Picture {
  const { w, h } = vessel(litres * 1.6, ACROSS[key] ?? 1.9);
  const level = h * 0.42;
  return {
    w: w + 22,
    h: h + 4,
    body: (
      <>
        <path
          d={`M11 2v${h - 4}a4 4 0 0 0 4 4h${w - 8}a4 4 0 0 0 4 -4v${-(h - 4)}`}
          className="kit-steel"
          {...EDGE}
        />
        <path
          d={`M12 ${level}h${w - 2}v${h - level - 4}a3 3 0 0 1 -3 3h${-(w - 8)}a3 3 0 0 1 -3 -3z`}
          className="kit-water"
        />
        <path d={`M11 8h-8v6h8M${11 + w} 8h8v6h-8`} {...LINE} />
      </>
    ),
  };
}

function steamer(): Picture {
  return {
    w: 84,
    h: 84,
    body: (
      <>
        <path d="M12 22h60l-4 22h-52z" {...LINE} />
        {each(6, (i) => (
          <path key={i} d={`M${20 + i * 9} 24v18`} {...FINE} />
        ))}
        <path d="M8 22h68M30 12c5 -4 -5 -7 0 -11M44 12c5 -4 -5 -7 0 -11" {...LINE} />
        <path d="M11 48v29a4 4 0 0 0 4 4h54a4 4 0 0 0 4 -4v-29z" className="kit-steel" {...EDGE} />
      </>
    ),
  };
}

function fryer(key: string, { litres }: Size): Picture {
  const { w, h } = vessel(litres * 1.9, 1.1);
  const onHob = key === "pot_on_hob";
  return {
    w: w + 26,
    h: h + (onHob ? 14 : 20),
    body: (
      <g transform="translate(13 6)">
        <path d={`M0 0v${h}h${w}v${-h}`} className="kit-steel" {...EDGE} />
        <rect x={1} y={h * 0.5} width={w - 2} height={h * 0.5 - 1} className="kit-oil" />
        {onHob ? (
          <>
            <path d={`M${w} 6h13`} {...LINE} strokeWidth={4} />
            {each(4, (i) => (
              <path
                key={i}
                d={`M${(w * (i + 0.5)) / 4} ${h + 7}v-5`}
                stroke="var(--color-primary)"
                strokeWidth={2}
              />
            ))}
          </>
        ) : (
          <>
            <path d={`M6 4v${h * 0.62}h${w - 12}v${-h * 0.62}M${w - 6} 4l14 -8`} {...LINE} />
            {each(4, (i) => (
              <path key={i} d={`M${6 + ((w - 12) * (i + 1)) / 5} 4v${h * 0.6}`} {...FINE} />
            ))}
            <path d={`M3 ${h}v10M${w - 3} ${h}v10`} {...LINE} strokeWidth={3} />
          </>
        )}
      </g>
    ),
  };
}

function grill(kind: string): Picture {
  const shut = kind === "closed";
  const gas = kind === "gas";
  const burns = kind === "charcoal_burning";
  return {
    w: 112,
    h: 112,
    body: (
      <>
        <path
          d={shut ? "M8 42a48 30 0 0 1 96 0z" : "M8 42a48 30 0 0 1 82 -22"}
          className={shut ? "kit-iron" : undefined}
          fill={shut ? undefined : "none"}
          {...EDGE}
        />
        {shut && <path d="M48 12h16M56 12v-5" {...LINE} strokeWidth={3} />}
        <path d="M5 44h102" {...LINE} strokeWidth={3} />
        <path d="M10 46a46 34 0 0 0 92 0z" className="kit-iron" {...EDGE} />
        {!shut && each(9, (i) => <path key={i} d={`M${16 + i * 10} 44v-5`} {...LINE} />)}
        {gas
          ? each(5, (i) => (
              <path
                key={i}
                d={`M${30 + i * 13} 62v-8`}
                stroke="var(--color-primary)"
                strokeWidth={3}
              />
            ))
          : !shut &&
            each(6, (i) => (
              <circle
                key={i}
                cx={26 + i * 12}
                cy={58 + (i % 2) * 5}
                r={5}
                fill={burns ? "var(--color-primary)" : "var(--color-base-100)"}
              />
            ))}
        {burns && (
          <path
            d="M40 36c7 -6 -7 -10 0 -16M58 36c7 -6 -7 -10 0 -16M76 36c7 -6 -7 -10 0 -16"
            fill="none"
            stroke="var(--color-primary)"
            strokeWidth={2}
          />
        )}
        <path d="M32 72l-12 38M80 72l12 38M56 78v32" {...LINE} strokeWidth={2.5} />
      </>
    ),
  };
}

function basket(): Picture {
  return {
    w: 118,
    h: 44,
    body: (
      <>
        <rect x={2} y={4} width={78} height={36} rx={3} {...LINE} />
        {each(6, (i) => (
          <path key={i} d={`M${13 + i * 11} 5v34`} {...FINE} />
        ))}
        {each(3, (i) => (
          <path key={i} d={`M3 ${13 + i * 9}h76`} {...FINE} />
        ))}
        <path d="M80 22h36" {...LINE} strokeWidth={3} />
      </>
    ),
  };
}

function stand(key: string): Picture {
  const fish = "M24 6c14 6 17 34 10 58l9 14h-38l9 -14c-7 -24 -4 -52 10 -58";
  return {
    w: 50,
    h: 92,
    body: (
      <>
        {key === "spike" ? (
          <>
            <path d="M25 2v78M12 90h26M25 80v10" {...LINE} strokeWidth={2.5} />
            <path d={fish} {...FINE} />
          </>
        ) : (
          <>
            <path d={fish} {...LINE} />
            <path d="M6 90h38" {...LINE} strokeWidth={2.5} />
          </>
        )}
      </>
    ),
  };
}

function press(key: string): Picture {
  if (key === "weight")
    return {
      w: 64,
      h: 62,
      body: (
        <>
          <path d="M32 0v8" {...LINE} />
          <path d="M22 26c0 -20 20 -20 20 0" {...LINE} strokeWidth={4} />
          <rect x={2} y={28} width={60} height={32} rx={4} className="kit-iron" {...EDGE} />
        </>
      ),
    };
  return {
    w: 40,
    h: 118,
    body: (
      <>
        <path d="M20 0v6" {...LINE} />
        <rect x={16} y={6} width={8} height={48} rx={4} className="kit-iron" />
        <path d="M20 54v18" {...LINE} strokeWidth={3} />
        <path d="M6 72h28l2 44h-32z" className="kit-steel" {...EDGE} />
        {each(3, (i) => (
          <path key={i} d={`M${13 + i * 7} 80v28`} {...FINE} />
        ))}
      </>
    ),
  };
}

/** Butter lies, ghee and dripping stand in jars, oils in bottles. */
function fat(key: string): Picture {
  if (/butter|ghee|lard|dripping|tallow/.test(key))
    return {
      w: 40,
      h: 30,
      body: (
        <>
          <path d="M4 12l6 -8h28l-6 8z" className="kit-oil" {...EDGE} />
          <path d="M4 12h28v16h-28zM32 12l6 -8v16l-6 8" className="kit-oil" {...EDGE} />
        </>
      ),
    };
  return {
    w: 26,
    h: 62,
    body: (
      <>
        <path
          d="M9 2h8v12c6 3 7 8 7 14v28a4 4 0 0 1 -4 4h-14a4 4 0 0 1 -4 -4v-28c0 -6 1 -11 7 -14z"
          {...LINE}
        />
        <path d="M3.500 34h19v22a3 3 0 0 1 -3 3h-13a3 3 0 0 1 -3 -3z" className="kit-oil" />
      </>
    ),
  };
}

function picture(list: string, stands: Stands): Picture {
  const [key, size] = [stands.offered.key, sizeOf(stands)];
  switch (list) {
    case "pans":
      return pan(key, size);
    case "ridges":
      return ridged();
    case "hobs":
      return key === "closed_grill" ? grill("charcoal") : hob(key, size);
    case "ovens":
      return oven(key, size);
    case "broilers":
      return broiler();
    case "wares":
      return ware(key);
    case "pots":
      return pot(key, size);
    case "steamers":
      return steamer();
    case "fryers":
      return fryer(key, size);
    case "grates":
      return grill(key);
    case "baskets":
      return basket();
    case "stands":
      return stand(key);
    case "presses":
      return press(key);
    default:
      return fat(key);
  }
}

/** One thing; what is not here is an outline. */
export function Drawn({ list, stands }: { list: string; stands: Stands }) {
  const { w, h, body } = picture(list, stands);
  return (
    <svg
      width={w}
      height={h}
      viewBox={`0 0 ${w} ${h}`}
      className={stands.here ? "kit-drawn" : "kit-drawn kit-away"}
      aria-hidden="true"
    >
      {body}
    </svg>
  );
}
