// The kit of a kitchen as the wire has it: list by list, keys, sizes or rows of its own; and things with a name of their own
// beside them.
import type { KitchenAsked, ShelfOffered } from "../../api";

export type Thing = NonNullable<KitchenAsked["things"]>[number];
type Size = Pick<Thing, "across_mm" | "length_mm" | "width_mm" | "power_w" | "litres" | "places">;
type Sized = { like: string } & Partial<Size>;
export type Entry = string | Sized | { key: string };
export type KitLists = Record<string, Entry[]>;
type Offered = ShelfOffered["things"][number];

/** Something that stands in the drawn kitchen. */
export type Stands = {
  key: string;
  name: string;
  /** Of the one that ships and is like it. */
  offered: Offered;
  /** As it is said where it is not as it ships. */
  own: Partial<Size>;
  here: boolean;
  /** Where it stands among the things with a name of their own. */
  thing: number | null;
};

/** What fish lies on there, mm: across where it is round, how long and how wide where it is not; none on a hob. */
export function sidesOf({ own, offered }: Pick<Stands, "own" | "offered">): number[] | null {
  if (own.length_mm != null && own.width_mm != null) return [own.length_mm, own.width_mm];
  const across = own.across_mm ?? offered.across_mm;
  if (across != null) return [across];
  if (offered.length_mm != null && offered.width_mm != null)
    return [offered.length_mm, offered.width_mm];
  return null;
}

export function listsOf(kitchen: KitchenAsked): KitLists {
  return (kitchen.kit ?? {}) as KitLists;
}

export function thingsOf(kitchen: KitchenAsked): Thing[] {
  return kitchen.things ?? [];
}

/** Which thing that ships an entry is; rows of its own are none. */
export function keyOf(entry: Entry): string | null {
  if (typeof entry === "string") return entry;
  return "like" in entry ? entry.like : null;
}

/** The entry of a thing, when it is here. A list that is not said is all there. */
export function entryOf(lists: KitLists, list: string, key: string): Entry | null {
  const said = lists[list];
  if (!said) return key;
  return said.find((entry) => keyOf(entry) === key) ?? null;
}

/** On which shelf a thing stands: as it says, or where the first one like it does. */
function isOn(thing: Thing, shelf: ShelfOffered, shelves: readonly ShelfOffered[]): boolean {
  if (thing.list != null) return thing.list === shelf.list;
  const first = shelves.find((one) => one.things.some((offered) => offered.key === thing.like));
  return first?.list === shelf.list;
}

/** What stands on a shelf, here or not, with what is this kitchen's own last. */
export function standing(
  kitchen: KitchenAsked,
  shelf: ShelfOffered,
  shelves: readonly ShelfOffered[],
): Stands[] {
  const lists = listsOf(kitchen);
  const own = thingsOf(kitchen)
    .map((thing, at) => ({ thing, at }))
    .filter(({ thing }) => isOn(thing, shelf, shelves));
  const shipped = shelf.things.map((offered): Stands => {
    const mine = own.find(({ thing }) => thing.id === offered.key);
    const entry = entryOf(lists, shelf.list, offered.key);
    const sized = typeof entry === "object" && entry !== null && "like" in entry ? entry : {};
    return {
      key: offered.key,
      name: mine?.thing.name ?? offered.name,
      offered,
      own: mine?.thing ?? sized,
      here: mine != null || entry !== null,
      thing: mine?.at ?? null,
    };
  });
  const named = own.flatMap(({ thing, at }): Stands[] => {
    const offered = shelf.things.find((one) => one.key === thing.like);
    if (!offered || thing.id === offered.key) return [];
    return [{ key: thing.id, name: thing.name, offered, own: thing, here: true, thing: at }];
  });
  return [...shipped, ...named];
}

function withList(kitchen: KitchenAsked, list: string, entries: Entry[]): KitchenAsked {
  const kit = { ...listsOf(kitchen), [list]: entries };
  return { ...kitchen, kit: kit as NonNullable<KitchenAsked["kit"]> };
}

/** All of a shelf, as a list says it: what is here now. */
function said(kitchen: KitchenAsked, shelf: ShelfOffered): Entry[] {
  return listsOf(kitchen)[shelf.list] ?? shelf.things.map((thing) => thing.key);
}

/** A thing with a name of its own goes. */
export function withoutThing(kitchen: KitchenAsked, at: number): KitchenAsked {
  return { ...kitchen, things: thingsOf(kitchen).filter((_, i) => i !== at) };
}

/** A thing comes or goes; what stays keeps its place, and what comes has that of its shelf. */
export function toggled(
  kitchen: KitchenAsked,
  shelf: ShelfOffered,
  { key, here, thing }: Pick<Stands, "key" | "here" | "thing">,
): KitchenAsked {
  const now = said(kitchen, shelf);
  if (!here) return withList(kitchen, shelf.list, [...now, key]);
  const left = thing === null ? kitchen : withoutThing(kitchen, thing);
  return withList(
    left,
    shelf.list,
    now.filter((entry) => keyOf(entry) !== key),
  );
}

/** A name that is free: "clad steel 2". */
function freeName(kitchen: KitchenAsked, shelf: ShelfOffered, like: Offered): string {
  const taken = [...thingsOf(kitchen), ...shelf.things].map((thing) => thing.name.toLowerCase());
  for (let n = 2; ; n++) {
    const name = `${like.name} ${n}`;
    if (!taken.includes(name.toLowerCase())) return name;
  }
}

/** One more that is like it, and its key. */
export function another(
  kitchen: KitchenAsked,
  shelf: ShelfOffered,
  like: Offered,
): { kitchen: KitchenAsked; key: string } {
  const ids = new Set(thingsOf(kitchen).map((thing) => thing.id));
  let n = 2;
  while (ids.has(`${like.key}_${n}`)) n++;
  const thing: Thing = {
    id: `${like.key}_${n}`,
    like: like.key,
    list: shelf.list,
    name: freeName(kitchen, shelf, like),
  };
  return { kitchen: { ...kitchen, things: [...thingsOf(kitchen), thing] }, key: thing.id };
}

/** A thing is changed; one that ships is made this kitchen's own by that, and reads by its old key. */
export function changed(
  kitchen: KitchenAsked,
  shelf: ShelfOffered,
  stands: Stands,
  change: Partial<Thing>,
): KitchenAsked {
  const things = thingsOf(kitchen);
  if (stands.thing !== null) {
    const at = stands.thing;
    return { ...kitchen, things: things.map((t, i) => (i === at ? { ...t, ...change } : t)) };
  }
  const sizes: Partial<Size> = { ...stands.own };
  delete (sizes as Partial<Sized>).like;
  const made: Thing = {
    id: stands.key,
    like: stands.key,
    list: shelf.list,
    name: stands.offered.name,
    ...sizes,
    ...change,
  };
  return { ...kitchen, things: [...things, made] };
}

/** How much hotter a thing is than it is set or reads, K, where somebody found out. */
export function offBy(thing: Thing | undefined): number {
  return thing?.learned?.find((learned) => learned.what === "kelvins")?.mean ?? 0;
}
