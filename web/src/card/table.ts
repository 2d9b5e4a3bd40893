// The one table between what is in hand, an address and a request. A row says how a part of it
// stands in each; nothing else on the page translates. What an address or a request leaves out means
// the value the row has for it.
import type {
  Eaters,
  Freezing,
  Looks,
  Origin,
  OwnFish,
  PieceAsked,
  PlanRequest,
  Preparation,
  RankRequest,
  Since,
  Span,
  TargetAsked,
  Wishes,
} from "../api";

export type State = "fresh" | "thawed" | "frozen";
export type RestOn = NonNullable<PieceAsked["rest_on"]>;
export type Composition = NonNullable<PieceAsked["composition"]>;
export type Kitchen = NonNullable<PlanRequest["kitchen"]>;
export type Wish = Exclude<keyof Wishes, "fire">;
export type Hot = NonNullable<RankRequest["tonight"]>["lacks"][number];
export type Allergen = NonNullable<RankRequest["tonight"]>["without"][number];
export type Rules = NonNullable<Kitchen["rules"]>;
export const FOOD_SAFETY = "food_safety";

export const WISHES: readonly Wish[] = [
  "crisp",
  "tender",
  "quick",
  "hands_off",
  "forgiving",
  "little_smell",
  "little_fat",
];

/** What a kitchen may lack tonight. */
export const HEATS: readonly Hot[] = ["pan", "liquid", "oven", "oil", "grill"];

/** What somebody may not eat; fish is not among it. */
const AVOIDED: Record<Exclude<Allergen, "fish">, true> = {
  wheat: true,
  milk: true,
  egg: true,
  nuts: true,
  peanut: true,
  sesame: true,
  soy: true,
  crustaceans: true,
  molluscs: true,
  rye: true,
  barley: true,
  oats: true,
  mustard: true,
  celery: true,
  sulphites: true,
  lupin: true,
};
export const ALLERGENS = Object.keys(AVOIDED) as readonly Allergen[];

/** What is known of the fish in hand beyond its shape: one record, which every question carries. */
export type Known = {
  origin: Origin;
  /** How it was kept, a while after another. */
  keeping: Span[];
  /** Since when that is. */
  since: Since;
  /** It lies in a vacuum pack. */
  vacuum: boolean;
  freezing: Freezing | null;
  /** What was seen of it. */
  looks: Looks | null;
};

export const NOTHING_KNOWN: Known = {
  origin: "unknown",
  keeping: [],
  since: "unknown",
  vacuum: false,
  freezing: null,
  looks: null,
};

/** How it was kept, as it is asked. */
export const keptAsked = ({ keeping, since, vacuum }: Known) => ({
  ...(keeping.length > 0 ? { keeping } : {}),
  ...(since === "unknown" ? {} : { kept_since: since }),
  ...(vacuum ? { vacuum_packed: true } : {}),
});

/** What is known of it, as it is asked. */
export const knownAsked = ({ origin, freezing, looks, ...kept }: Known) => ({
  ...(origin === "unknown" ? {} : { origin }),
  ...keptAsked({ origin, freezing, looks, ...kept }),
  ...(freezing ? { freezing } : {}),
  ...(looks ? { looks } : {}),
});

/** Who may be eating, in words. */
export const EATERS: { key: Eaters; name: string }[] = [
  { key: "everyone", name: "everyone" },
  { key: "old_or_ill", name: "old or ill" },
  { key: "pregnant_or_small_child", name: "pregnant or a child" },
];

/** Whose rules a kitchen may keep, in words. */
export const RULES: { key: Rules; name: string }[] = [
  { key: "us", name: "US" },
  { key: "eu_uk", name: "EU and UK" },
];

/** The piece in hand, what it is to become, where, and what matters. */
export type Piece = {
  fish: string;
  cut: string;
  thicknessMm: number;
  thinEndMm: number | null;
  widthMm: number;
  massG: number;
  pieces: number;
  skin: "on" | "off";
  startC: number;
  state: State;
  bone: boolean;
  scales: boolean;
  scored: boolean;
  /** Not eaten on the fish: lifted off after, or, where it is off, crisped apart. */
  skinApart: boolean;
  /** How the thickness is known. */
  measured: "eye" | "ruler";
  /** Back to belly of a whole fish where it is thickest; null for that of its body. */
  heightMm: number | null;
  /** What it rests on and is eaten off. */
  restOn: RestOn;
  /** A fish of the kitchen's own, with its whole description: an address needs no shelf. */
  own: OwnFish | null;
  /** What the flesh is made of, in place of a fish. */
  composition: Composition | null;
  /** Key of a level; null for the usual one, or for a band. */
  level: string | null;
  /** A band of one's own in place of a level, C. */
  band: { lowC: number; highC: number } | null;
  /** Who eats: anyone at risk moves the target to the food-safety figure. */
  eaters: Eaters;
  stuffed: boolean;
  /** Herbs, lemon, ginger in the belly: for their scent. */
  aromatics: boolean;
  known: Known;
  /** On which day that was said, YYYY-MM-DD: the fish of another day is another fish. */
  knownOn: string | null;
  /** Altitude, rules and kit; null for the usual. */
  kitchen: Kitchen | null;
  wishes: Wish[];
  /** What it is to be cooked on; null for whatever suits. */
  fire: Hot | null;
  /** What this kitchen lacks tonight. */
  lacks: Hot[];
  /** What somebody at the table must not eat. */
  without: Allergen[];
  /** On the plate by, HH:MM by the kitchen's clock; null for whenever. */
  readyBy: string | null;
  /** What is done to it before the heat, and what goes with it; null for nothing that was said. */
  prep: Preparation | null;
};

export const FIRST: Piece = {
  fish: "hake",
  cut: "fillet",
  thicknessMm: 25,
  thinEndMm: 14,
  widthMm: 60,
  massG: 170,
  pieces: 2,
  skin: "on",
  startC: 8,
  state: "fresh",
  bone: false,
  scales: false,
  scored: false,
  skinApart: false,
  measured: "eye",
  heightMm: null,
  restOn: "warm_plate",
  own: null,
  composition: null,
  level: null,
  band: null,
  eaters: "everyone",
  stuffed: false,
  aromatics: false,
  known: NOTHING_KNOWN,
  knownOn: null,
  kitchen: null,
  wishes: [],
  fire: null,
  lacks: [],
  without: [],
  readyBy: null,
  prep: null,
};

/** What a request says of the piece, as far as this table goes. */
export type Asked = {
  piece: PieceAsked;
  target?: TargetAsked;
  kitchen?: Kitchen;
  eaters?: Eaters;
  prep?: Preparation | null;
};

type Row<K extends keyof Piece> = {
  key: K;
  /** Name in an address. */
  q: string;
  /** What an address that does not say it means; without it the row always stands there. */
  absent?: Piece[K] | undefined;
  write: (value: Piece[K]) => string;
  /** Undefined for what cannot be read: then it is as in the first piece. */
  read: (text: string) => Piece[K] | undefined;
  /** What it adds to a request; nothing when it goes without saying. */
  ask: (value: Piece[K], piece: Piece) => Partial<PieceAsked>;
  /** Back from a request. */
  told: (request: Asked) => Piece[K];
};
type AnyRow = { [K in keyof Piece]: Row<K> }[keyof Piece];

const number = (text: string) => {
  const value = Number(text);
  return text.trim() !== "" && Number.isFinite(value) ? value : undefined;
};
const json = (text: string): unknown => {
  try {
    return JSON.parse(text);
  } catch {
    return undefined; // a mangled address says nothing; the server would refuse it too
  }
};
function object<T>(text: string, has: keyof T): T | undefined {
  const read = json(text);
  return typeof read === "object" && read !== null && has in read ? (read as T) : undefined;
}
const oneOf =
  <T extends string>(...words: T[]) =>
  (text: string) =>
    words.find((word) => word === text);
const nothing = () => ({});
const oneEater = oneOf<Eaters>("everyone", "old_or_ill", "pregnant_or_small_child");

/** A number that stands in both as it is. */
function plain<K extends "thicknessMm" | "massG" | "pieces" | "startC">(
  key: K,
  q: string,
  name: "thickness_mm" | "mass_g" | "pieces" | "start_c",
  untold: number,
): Row<K> {
  const tidy = (value: number) => (key === "pieces" ? Math.round(value) : value);
  return {
    key,
    q,
    write: (value) => String(value),
    read: (text) => {
      const value = number(text);
      return value === undefined ? undefined : (tidy(value) as Piece[K]);
    },
    ask: (value) => ({ [name]: value }),
    told: ({ piece }) => (piece[name] ?? untold) as Piece[K],
  };
}

function flag<K extends "bone" | "scales" | "scored" | "skinApart">(
  key: K,
  q: string = key,
  name: "bone" | "scales" | "scored" | "skin_apart" = key as "bone",
): Row<K> {
  return {
    key,
    q,
    absent: false as Piece[K],
    write: () => "1",
    read: (text) => (text === "1") as Piece[K],
    ask: (value) => (value ? { [name]: true } : {}),
    told: ({ piece }) => (piece[name] ?? false) as Piece[K],
  };
}

/** A whole fish, fins and all. */
export function isWhole(cut: string): boolean {
  return WHOLE.has(cut);
}

const WHOLE: ReadonlySet<string> = new Set([
  "whole_round",
  "whole_flat",
  "small_whole",
  "headless",
]);

const row = <K extends keyof Piece>(one: Row<K>) => one;

export const TABLE: readonly AnyRow[] = [
  row({
    key: "fish",
    q: "fish",
    write: String,
    read: (text) => text,
    ask: (fish, piece) => (piece.own || piece.composition ? {} : { fish }),
    told: ({ piece }) =>
      piece.own_fish
        ? ownKey(piece.own_fish)
        : (piece.fish ?? (piece.composition ? "" : FIRST.fish)),
  }),
  row({
    key: "cut",
    q: "cut",
    write: String,
    read: (text) => text || undefined,
    // Whatever an address says: the core knows the cuts and says when it is none of them.
    ask: (cut) => ({ cut: cut as NonNullable<PieceAsked["cut"]> }),
    told: ({ piece }) => piece.cut ?? "fillet",
  }),
  plain("thicknessMm", "mm", "thickness_mm", FIRST.thicknessMm),
  row({
    key: "thinEndMm",
    q: "thin",
    absent: null,
    write: String,
    read: number,
    ask: (mm) => (mm === null ? {} : { thin_end_mm: mm }),
    told: ({ piece }) => piece.thin_end_mm ?? null,
  }),
  row({
    key: "widthMm",
    q: "wide",
    absent: FIRST.widthMm,
    write: String,
    read: number,
    ask: (mm) => ({ width_mm: mm }),
    told: ({ piece }) => piece.width_mm ?? FIRST.widthMm,
  }),
  plain("massG", "g", "mass_g", FIRST.massG),
  plain("pieces", "n", "pieces", 1),
  row({
    key: "skin",
    q: "skin",
    write: String,
    read: oneOf("on", "off"),
    ask: (skin) => ({ skin }),
    told: ({ piece }) => (piece.skin === "off" ? "off" : "on"),
  }),
  plain("startC", "at", "start_c", FIRST.startC),
  row({
    key: "state",
    q: "state",
    absent: "fresh",
    write: String,
    read: oneOf<State>("fresh", "thawed", "frozen"),
    ask: (state) => (state === "fresh" ? {} : { state }),
    told: ({ piece }) => oneOf<State>("fresh", "thawed", "frozen")(piece.state ?? "") ?? "fresh",
  }),
  flag("bone"),
  flag("scales"),
  flag("scored"),
  flag("skinApart", "apart", "skin_apart"),
  row({
    key: "measured",
    q: "by",
    absent: "eye",
    write: String,
    read: oneOf("eye", "ruler"),
    ask: (measured) => (measured === "eye" ? {} : { measured }),
    told: ({ piece }) => (piece.measured === "ruler" ? "ruler" : "eye"),
  }),
  row({
    key: "heightMm",
    q: "high",
    absent: null,
    write: String,
    read: number,
    ask: (mm) => (mm === null ? {} : { height_mm: mm }),
    told: ({ piece }) => piece.height_mm ?? null,
  }),
  row({
    key: "restOn",
    q: "rests",
    absent: "warm_plate",
    write: String,
    read: oneOf<RestOn>("hot_plate", "warm_plate", "cold_plate", "board", "rack"),
    ask: (restOn) => (restOn === "warm_plate" ? {} : { rest_on: restOn }),
    told: ({ piece }) => piece.rest_on ?? "warm_plate",
  }),
  row({
    key: "own",
    q: "own",
    absent: null,
    write: (own) => JSON.stringify(own),
    read: (text) => object<OwnFish>(text, "name"),
    ask: (own) => (own ? { own_fish: own } : {}),
    told: ({ piece }) => piece.own_fish ?? null,
  }),
  row({
    key: "composition",
    q: "of",
    absent: null,
    write: (made) => JSON.stringify(made),
    read: (text) => object<Composition>(text, "water_share"),
    ask: (composition) => (composition ? { composition } : {}),
    told: ({ piece }) => piece.composition ?? null,
  }),
  row({
    key: "level",
    q: "level",
    absent: null,
    write: String,
    read: (text) => text || undefined,
    ask: nothing,
    told: ({ target }) => target?.level ?? null,
  }),
  row({
    key: "band",
    q: "band",
    absent: null,
    write: (band) => (band ? `${band.lowC}_${band.highC}` : ""),
    read: (text) => {
      const [lowC, highC] = text.split("_").map(number);
      return lowC === undefined || highC === undefined ? undefined : { lowC, highC };
    },
    ask: nothing,
    told: ({ target }) =>
      target?.low_c != null && target.high_c != null
        ? { lowC: target.low_c, highC: target.high_c }
        : null,
  }),
  row({
    key: "eaters",
    q: "eater",
    absent: "everyone",
    write: String,
    // "risk" was said before the two were told apart: the stricter of them.
    read: (text) => (text === "risk" ? "pregnant_or_small_child" : oneEater(text)),
    ask: nothing,
    told: ({ eaters }) => eaters ?? "everyone",
  }),
  row({
    key: "aromatics",
    q: "herbs",
    absent: false,
    write: () => "1",
    read: (text) => text === "1",
    ask: (aromatics) => (aromatics ? { cavity: "aromatics" as const } : {}),
    told: ({ piece }) => piece.cavity === "aromatics",
  }),
  // After the herbs: what is stuffed is stuffed, whatever else is in it.
  row({
    key: "stuffed",
    q: "stuffed",
    absent: false,
    write: () => "1",
    read: (text) => text === "1",
    ask: (stuffed) => (stuffed ? { cavity: "stuffed" as const } : {}),
    told: ({ piece }) => piece.cavity === "stuffed",
  }),
  row({
    key: "known",
    q: "known",
    absent: NOTHING_KNOWN,
    write: (known) => JSON.stringify(known),
    read: (text) => {
      const known = object<Known>(text, "keeping");
      return known && Array.isArray(known.keeping) ? { ...NOTHING_KNOWN, ...known } : undefined;
    },
    ask: knownAsked,
    told: ({ piece }) => ({
      origin: piece.origin ?? "unknown",
      keeping: piece.keeping ?? [],
      since: piece.kept_since ?? "unknown",
      vacuum: piece.vacuum_packed ?? false,
      freezing: piece.freezing ?? null,
      looks: piece.looks ?? null,
    }),
  }),
  row({
    key: "knownOn",
    q: "on",
    absent: null,
    write: String,
    read: (text) => (/^\d{4}-\d\d-\d\d$/.test(text) ? text : undefined),
    ask: nothing,
    told: () => null,
  }),
  row({
    key: "kitchen",
    q: "kitchen",
    absent: null,
    write: (kitchen) => JSON.stringify(kitchen),
    read: (text) => object<Kitchen>(text, "altitude_m"),
    ask: nothing,
    told: ({ kitchen }) => kitchen ?? null,
  }),
  row({
    key: "wishes",
    q: "want",
    absent: [],
    write: (wishes) => wishes.join(","),
    read: (text) => WISHES.filter((wish) => text.split(",").includes(wish)),
    ask: nothing,
    told: () => [],
  }),
  row({
    key: "fire",
    q: "fire",
    absent: null,
    write: String,
    read: oneOf<Hot>(...HEATS),
    ask: nothing,
    told: () => null,
  }),
  row({
    key: "lacks",
    q: "lacks",
    absent: [],
    write: (lacks) => lacks.join(","),
    read: (text) => HEATS.filter((heat) => text.split(",").includes(heat)),
    ask: nothing,
    told: () => [],
  }),
  row({
    key: "without",
    q: "without",
    absent: [],
    write: (without) => without.join(","),
    read: (text) => ALLERGENS.filter((one) => text.split(",").includes(one)),
    ask: nothing,
    told: () => [],
  }),
  row({
    key: "readyBy",
    q: "ready",
    absent: null,
    write: String,
    read: (text) => (/^([01]\d|2[0-3]):[0-5]\d$/.test(text) ? text : undefined),
    ask: nothing,
    told: () => null,
  }),
  row({
    key: "prep",
    q: "prep",
    absent: null,
    write: (prep) => JSON.stringify(prep),
    read: (text) => {
      const read = json(text);
      return typeof read === "object" && read !== null && !Array.isArray(read)
        ? (read as Preparation)
        : undefined;
    },
    ask: nothing,
    told: ({ prep }) => prep ?? null,
  }),
];

/** Key of a fish of the kitchen's own: never that of one that ships. */
export function ownKey(own: OwnFish): string {
  return `own:${own.name}`;
}

const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

/** As an address says it. */
export function toQuery(piece: Piece): URLSearchParams {
  const query = new URLSearchParams();
  for (const one of TABLE as readonly Row<keyof Piece>[]) {
    const value = piece[one.key];
    if (!("absent" in one) || !same(value, one.absent)) query.set(one.q, one.write(value));
  }
  return query;
}

function fill(value: (one: Row<keyof Piece>) => Piece[keyof Piece] | undefined): Piece {
  const piece: Record<string, unknown> = {};
  for (const one of TABLE as readonly Row<keyof Piece>[]) {
    const said = value(one);
    piece[one.key] = said === undefined ? FIRST[one.key] : said;
  }
  return piece as Piece;
}

/** Reads an address; null when it says no piece. What it leaves out comes from the first piece. */
export function fromQuery(query: URLSearchParams): Piece | null {
  if (!(query.get("fish") || query.get("of"))) return null;
  return fill((one) => {
    const text = query.get(one.q);
    const read = text === null ? undefined : one.read(text);
    if (read === undefined && one.key === "pieces") return 1;
    return read === undefined && "absent" in one ? one.absent : read;
  });
}

/** The piece as a request asks it. */
export function asked(piece: Piece): PieceAsked {
  const parts = (TABLE as readonly Row<keyof Piece>[]).map((one) => one.ask(piece[one.key], piece));
  return Object.assign({}, ...parts) as PieceAsked;
}

/** The target as a request asks it. */
export function target(piece: Piece): TargetAsked {
  if (piece.band) return { low_c: piece.band.lowC, high_c: piece.band.highC };
  return piece.level ? { level: piece.level } : {};
}

/** Piece, target, kitchen and who eats: the part that every question about a piece shares. */
export function question(piece: Piece): Asked {
  return {
    piece: asked(piece),
    target: target(piece),
    ...(piece.kitchen ? { kitchen: piece.kitchen } : {}),
    ...(piece.eaters === "everyone" ? {} : { eaters: piece.eaters }),
    ...(piece.prep ? { prep: piece.prep } : {}),
  };
}

/** Whose rules the kitchen keeps. */
export function rulesOf(piece: Piece): Rules {
  return piece.kitchen?.rules ?? "us";
}

/** What was said of a fish on another day is said of another fish. */
export function onlyToday(piece: Piece, day: string): Piece {
  const old = piece.knownOn !== day && piece.known !== NOTHING_KNOWN;
  return old ? { ...piece, known: NOTHING_KNOWN, knownOn: null } : piece;
}

/** What matters, as a ranking asks it. */
export function wishes(piece: Piece): NonNullable<RankRequest["wishes"]> {
  return {
    ...Object.fromEntries(WISHES.map((wish) => [wish, piece.wishes.includes(wish)])),
    fire: piece.fire,
  } as Wishes;
}

/** Seconds from a moment until the kitchen's clock says so; below none when it has just been. */
export function untilS(readyBy: string, now: Date): number {
  const [hours, minutes] = readyBy.split(":").map(Number) as [number, number];
  const nowS = 3600 * now.getHours() + 60 * now.getMinutes() + now.getSeconds();
  const left = 3600 * hours + 60 * minutes - nowS;
  // Twelve hours either way: after midnight is tonight still.
  return left < -43_200 ? left + 86_400 : left > 43_200 ? left - 86_400 : left;
}

/** The kitchen's clock so many minutes from now, HH:MM. */
export function clockIn(minutes: number, now: Date): string {
  const then = new Date(now.getTime() + 60_000 * minutes);
  return [then.getHours(), then.getMinutes()].map((n) => String(n).padStart(2, "0")).join(":");
}

/** What tonight leaves open, as a ranking asks it. A time that has been asks for nothing. */
export function tonight(piece: Piece, now: Date): NonNullable<RankRequest["tonight"]> {
  const left = piece.readyBy ? untilS(piece.readyBy, now) : -1;
  // To the minute: so the same question is asked for a while.
  const within_s = left < 0 ? null : 60 * Math.floor(left / 60);
  return { within_s, lacks: piece.lacks, without: piece.without };
}

/** Back from what a request asks. */
export function fromRequest(request: Asked): Piece {
  return fill((one) => one.told(request));
}
