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
    mutationFn: ({ id, body }: { id: number; body: ShelfNew }) => api.changeOnShelf(id, body),
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

export function refused(error: unknown): Refused | null {
  return error instanceof Refused ? error : null;
}
