// The kit of a kitchen as the wire has it: list by list, keys, sizes or rows of its own.
import type { KitchenAsked, ShelfOffered } from "../../api";

export type Sized = { like: string; across_mm?: number; power_w?: number };
export type Entry = string | Sized | { key: string };
export type KitLists = Record<string, Entry[]>;
type Thing = ShelfOffered["things"][number];

export function listsOf(kitchen: KitchenAsked): KitLists {
  return (kitchen.kit ?? {}) as KitLists;
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

function withList(kitchen: KitchenAsked, list: string, entries: Entry[]): KitchenAsked {
  const kit = { ...listsOf(kitchen), [list]: entries };
  return { ...kitchen, kit: kit as NonNullable<KitchenAsked["kit"]> };
}

/** All of a shelf, as a list says it: what is here now. */
function said(kitchen: KitchenAsked, shelf: ShelfOffered): Entry[] {
  return listsOf(kitchen)[shelf.list] ?? shelf.things.map((thing) => thing.key);
}

/** A thing comes or goes; what stays keeps its place, and what comes has that of its shelf. */
export function toggled(kitchen: KitchenAsked, shelf: ShelfOffered, key: string): KitchenAsked {
  const now = said(kitchen, shelf);
  const here = now.some((entry) => keyOf(entry) === key);
  return withList(
    kitchen,
    shelf.list,
    here ? now.filter((entry) => keyOf(entry) !== key) : [...now, key],
  );
}

/** The size of a thing; that of the one that ships goes without saying. */
export function sized(
  kitchen: KitchenAsked,
  shelf: ShelfOffered,
  thing: Thing,
  size: Omit<Sized, "like">,
): KitchenAsked {
  const usual = size.across_mm === thing.across_mm && size.power_w === thing.power_w;
  const bare = usual ? thing.key : { like: thing.key, ...size };
  return withList(
    kitchen,
    shelf.list,
    said(kitchen, shelf).map((entry) => (keyOf(entry) === thing.key ? bare : entry)),
  );
}
