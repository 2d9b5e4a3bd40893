import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, Refused, type ShelfItem, type ShelfNew } from "../../api";

/** What the kitchen keeps by name; a thing taken away can be brought back. */
export function useShelf() {
  const queries = useQueryClient();
  const [gone, setGone] = useState<ShelfItem | null>(null);
  const list = useQuery({ queryKey: ["shelf"], queryFn: api.shelf });
  const settled = { onSuccess: () => queries.invalidateQueries({ queryKey: ["shelf"] }) };
  const add = useMutation({ mutationFn: (items: ShelfNew[]) => api.addToShelf(items), ...settled });
  const change = useMutation({
    mutationFn: ({ item, body }: { item: ShelfItem; body: ShelfNew }) =>
      api.changeOnShelf(item.id, item.revision, body),
    ...settled,
  });
  const remove = useMutation({
    mutationFn: async (item: ShelfItem) => {
      await api.takeOffShelf(item.id);
      setGone(item);
    },
    ...settled,
  });
  const bringBack = useMutation({
    mutationFn: async (item: ShelfItem) => {
      await api.backOnShelf(item.id);
      setGone(null);
    },
    ...settled,
  });
  return { list, items: list.data?.items ?? [], add, change, remove, bringBack, gone };
}

/** The piece, the lot or the fish that a thing on the shelf is; null when it is another, or cannot be
 * read. */
export const pieceOf = ({ body }: ShelfItem) => (body && "piece" in body ? body.piece : null);
export const lotOf = ({ body }: ShelfItem) => (body && "lot" in body ? body.lot : null);
export const fishOf = ({ body }: ShelfItem) => (body && "fish" in body ? body.fish : null);

export function refused(error: unknown): Refused | null {
  return error instanceof Refused ? error : null;
}

export type Shelf = ReturnType<typeof useShelf>;
