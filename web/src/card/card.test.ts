import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { Fish } from "../api";
import {
  ALLERGENS,
  addressOf,
  called,
  FIRST,
  FOOD_SAFETY,
  formOf,
  fromQuery,
  fromRequest,
  HEATS,
  methodFrom,
  NOTHING_KNOWN,
  nearly,
  onlyToday,
  type Piece,
  question,
  search,
  setApart,
  settingsQuery,
  tonight,
  toQuery,
  untilS,
  WISHES,
} from ".";

const mm = fc.double({ min: 2, max: 120, noNaN: true });
const some = <T>(value: fc.Arbitrary<T>) => fc.option(value, { nil: null });
const word = fc.string({ minLength: 1 });

/** Anything that can be in hand. */
const pieces: fc.Arbitrary<Piece> = fc
  .record({
    fish: fc.constantFrom("hake", "cod", "sea_bass"),
    cut: fc.constantFrom("fillet", "loin", "whole_round"),
    thicknessMm: mm,
    thinEndMm: some(mm),
    widthMm: mm,
    heightMm: fc.option(mm),
    restOn: fc.constantFrom("hot_plate", "warm_plate", "cold_plate", "board", "rack"),
    massG: fc.double({ min: 1, max: 20000, noNaN: true }),
    pieces: fc.integer({ min: 1, max: 200 }),
    skin: fc.constantFrom("on", "off"),
    startC: fc.double({ min: -35, max: 35, noNaN: true }).map((c) => c + 0),
    state: fc.constantFrom("fresh", "thawed", "frozen"),
    bone: fc.boolean(),
    scales: fc.boolean(),
    scored: fc.boolean(),
    skinApart: fc.boolean(),
    measured: fc.constantFrom("eye", "ruler"),
    own: some(
      word.map((name) => ({ name, family: "lean_flaky", protein_share: 0.19, fat_share: 0.03 })),
    ),
    composition: some(
      fc.constant({ water_share: 0.7, protein_share: 0.2, fat_share: 0.09, ash_share: 0.01 }),
    ),
    level: some(fc.constantFrom("well", "just_set", FOOD_SAFETY)),
    band: some(fc.record({ lowC: mm, highC: mm })),
    kitchen: some(
      fc.record({ altitude_m: fc.integer({ min: -400, max: 5000 }), rules: fc.constant("eu_uk") }),
    ),
    wishes: fc.subarray([...WISHES]),
    fire: fc.option(fc.constantFrom(...HEATS), { nil: null }),
    lacks: fc.subarray([...HEATS]),
    without: fc.subarray([...ALLERGENS]),
    readyBy: some(fc.constantFrom("00:05", "19:30", "23:59")),
    prep: some(
      fc.record({
        temper_min: fc.integer({ min: 1, max: 120 }),
        salt: fc.constant({ school: "dry_cure", kind: "flake" as const, minutes: 2880 }),
        sides: fc.constantFrom([], [{ kind: "own", name: "Löffel & 7/8" }]),
      }),
    ),
    eaters: fc.constantFrom("everyone", "old_or_ill", "pregnant_or_small_child"),
    stuffed: fc.boolean(),
    aromatics: fc.boolean(),
    known: fc.record({
      origin: fc.constantFrom("unknown", "wild", "farmed"),
      keeping: fc.array(fc.record({ hours: mm, at_c: fc.integer({ min: -80, max: 60 }) })),
      since: fc.constantFrom("unknown", "bought", "catch"),
      vacuum: fc.boolean(),
      freezing: some(fc.constant({ at_c: -20, hours: 168, solid_at_35: false })),
      looks: some(fc.constant({ form: "fillet", answers: { smell: 1 } })),
    }),
    knownOn: some(fc.constant("2026-05-01")),
  })
  .map((p) => {
    // One thing in hand, one target: what a page can say at once.
    const fish = p.own ? `own:${p.own.name}` : p.composition ? "" : p.fish;
    const composition = p.own ? null : p.composition;
    const level = p.band ? null : p.level;
    const aromatics = p.aromatics && !p.stuffed;
    return { ...p, fish, composition, level, aromatics } as Piece;
  });

describe("the piece in an address and in a request", () => {
  it("comes back as it went, whatever it is", () => {
    fc.assert(
      fc.property(pieces, (piece) => {
        expect(fromQuery(new URLSearchParams(toQuery(piece).toString()))).toEqual(piece);
      }),
    );
  });

  it("comes back from what a card keeps, all but what matters tonight", () => {
    fc.assert(
      fc.property(pieces, (piece) => {
        const kept = JSON.parse(JSON.stringify(question(piece)));
        expect(fromRequest(kept)).toEqual({
          ...piece,
          wishes: [],
          fire: null,
          lacks: [],
          without: [],
          readyBy: null,
          knownOn: null,
        });
      }),
    );
  });

  it("asks the same again when a card is opened by its address", () => {
    const settings = fc.dictionary(
      fc.constantFrom("pan", "pan_c", "fan", "door_s", "fat"),
      fc.oneof(
        word,
        fc.boolean(),
        fc.integer(),
        fc.constantFrom("12", "true", "'", "'x", "1e3", "-0"),
      ),
    );
    fc.assert(
      fc.property(pieces, settings, (piece, set) => {
        const method = { kind: "hot_roast", ...set };
        const kept = JSON.parse(JSON.stringify({ ...question(piece), method }));
        const address = new URL(addressOf(kept), "http://localhost");
        expect(address.pathname).toBe("/ways/hot_roast");
        const opened = fromQuery(address.searchParams);
        expect(opened && question(opened)).toEqual(question(piece));
        expect(methodFrom("hot_roast", address.searchParams)).toEqual(method);
      }),
    );
  });

  it("is none without a fish, and never a NaN", () => {
    expect(fromQuery(new URLSearchParams("mm=20"))).toBeNull();
    expect(fromQuery(new URLSearchParams("fish=puffer"))?.fish).toBe("puffer");
    expect(fromQuery(new URLSearchParams("fish=cod&mm=abc&n=x"))).toMatchObject({
      thicknessMm: 25,
      pieces: 1,
    });
  });

  it("takes anything mangled for what it leaves out", () => {
    fc.assert(
      fc.property(
        fc.dictionary(
          fc.constantFrom("own", "of", "band", "kitchen", "skin", "thin", "at"),
          fc.string(),
        ),
        (said) => {
          const piece = fromQuery(new URLSearchParams({ fish: "cod", mm: "20", ...said }));
          for (const value of Object.values(piece ?? {})) expect(value).not.toBeNaN();
          expect(["on", "off"]).toContain(piece?.skin);
        },
      ),
    );
    expect(fromQuery(new URLSearchParams("fish=cod&mm=20&own={"))?.own).toBeNull();
    expect(fromQuery(new URLSearchParams("fish=cod&mm=20&own=7"))?.own).toBeNull();
    expect(fromQuery(new URLSearchParams("fish=cod&mm=20&band=52"))?.band).toBeNull();
  });

  it("reads the addresses that were sent before", () => {
    const old = "fish=hake&cut=loin&mm=32&g=180&n=2&skin=on&at=6&thin=22&level=just_set&eater=risk";
    expect(fromQuery(new URLSearchParams(old))).toEqual({
      ...FIRST,
      cut: "loin",
      thicknessMm: 32,
      thinEndMm: 22,
      massG: 180,
      startC: 6,
      level: "just_set",
      // "risk" was said before old and pregnant were told apart: the stricter of them.
      eaters: "pregnant_or_small_child",
    });
    const set = settingsQuery({ kind: "steam", rack: false, air_share: 0.1 });
    expect(set.toString()).toBe("s.rack=false&s.air_share=0.1");
  });
});

describe("what is known of the fish in hand", () => {
  const kept = { ...NOTHING_KNOWN, keeping: [{ hours: 5, at_c: 20 }] };
  const piece: Piece = { ...FIRST, known: kept, knownOn: "2026-05-01" };

  it("is nothing the day after: next week's mackerel was not frozen", () => {
    expect(onlyToday(piece, "2026-05-01")).toBe(piece);
    expect(onlyToday(piece, "2026-05-02")).toEqual({
      ...FIRST,
      known: NOTHING_KNOWN,
      knownOn: null,
    });
  });

  it("is nothing when a card of another day is opened", () => {
    const request = { ...question(piece), method: { kind: "steam" } };
    const opened = fromQuery(new URL(addressOf(request), "http://x").searchParams);
    expect(opened?.known).toEqual(kept);
    expect(opened && onlyToday(opened, "2026-05-01").known).toEqual(NOTHING_KNOWN);
  });

  it("asks for the list of looks that fits the piece", () => {
    expect(formOf({ cut: "whole_flat", state: "fresh" })).toBe("whole");
    expect(formOf({ cut: "small_whole", state: "thawed" })).toBe("whole");
    expect(formOf({ cut: "steak", state: "fresh" })).toBe("fillet");
    expect(formOf({ cut: "whole_round", state: "frozen" })).toBe("frozen");
  });
});

describe("finding a fish", () => {
  const fish = (name: string, scientific: string, aliases: string[]) =>
    ({ name, scientific, aliases }) as Fish;
  const all = [
    fish("Cod", "Gadus morhua", ["codling"]),
    fish("Sea bass", "Dicentrarchus labrax", ["branzino"]),
  ];

  it("takes names, other names and Latin, from the start of any word", () => {
    const names = (text: string) => search(all, text).map((f) => f.name);
    expect(names("ba")).toEqual(["Sea bass"]);
    expect(names("BRAN")).toEqual(["Sea bass"]);
    expect(names("gad")).toEqual(["Cod"]);
    expect(names("od")).toEqual([]);
    expect(names(" ")).toHaveLength(2);
  });

  it("has first what is called just so, then what begins so", () => {
    const more = [
      fish("Quay cod", "", []),
      fish("Murray cod", "", []),
      fish("Codfish, dried", "", []),
      ...all,
    ];
    expect(search(more, "cod").map((f) => f.name)).toEqual([
      "Cod",
      "Codfish, dried",
      "Quay cod",
      "Murray cod",
    ]);
  });

  it("forgives one slip, and no more", () => {
    const some = [fish("Tilapia", "Oreochromis", []), ...all];
    const names = (text: string) => nearly(some, text).map((f) => f.name);
    for (const slip of ["tilapya", "tilpia", "tillapia", "tialpia", "tlapi"])
      expect([slip, names(slip)]).toEqual([slip, ["Tilapia"]]);
    for (const none of ["tylapya", "cud", "xxxx", "puffer"]) expect(names(none)).toEqual([]);
    expect(names("branzimo")).toEqual(["Sea bass"]);
  });

  it("knows when more than one goes by a name", () => {
    const two = [
      fish("Saithe", "Pollachius virens", ["coalfish", "coley"]),
      fish("Pollock", "Pollachius pollachius", ["coley", "lythe"]),
    ];
    expect(called(two, " Coley ")).toHaveLength(2);
    expect(called(two, "lythe").map((f) => f.name)).toEqual(["Pollock"]);
    expect(called(two, "cole")).toHaveLength(0);
  });
});

describe("tonight", () => {
  const at = (text: string) => new Date(`2026-05-01T${text}`);

  it("counts to the kitchen's clock, over midnight too", () => {
    expect(untilS("19:30", at("19:00:30"))).toBe(1770);
    expect(untilS("00:10", at("23:50:00"))).toBe(1200);
    expect(untilS("23:50", at("00:10:00"))).toBe(-1200);
  });

  it("asks for whole minutes, and for nothing when the time has been", () => {
    const piece: Piece = { ...FIRST, readyBy: "19:30", lacks: ["oven"], without: ["milk"] };
    expect(tonight(piece, at("19:00:30"))).toEqual({
      within_s: 1740,
      lacks: ["oven"],
      without: ["milk"],
    });
    expect(tonight(piece, at("19:31:00")).within_s).toBeNull();
  });
});

describe("names that are not planned", () => {
  const row = (key: string, ...names: string[]) =>
    ({ key, kind: "not_covered", name: key, names, says: "" }) as const;
  const all = [row("salted", "salted", "salt cod", "marinated"), row("puffer", "puffer")];
  const keys = (text: string, fish: boolean) => setApart(all, text, fish).map((one) => one.key);

  it("are found by what is typed, and never stand before a fish that is still being typed", () => {
    expect(keys("sal", true)).toEqual([]);
    expect(keys("sal", false)).toEqual(["salted"]);
    expect(keys("salted hake", true)).toEqual(["salted"]);
    expect(keys("salt-cod fillet", false)).toEqual(["salted"]);
    expect(keys("northern puffers", false)).toEqual(["puffer"]);
    expect(keys("pu", false)).toEqual([]);
  });
});
