import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { api, type Fish } from "../api";
import type { Piece } from "../card";

/** What the counter offers, and the fish of the piece: one that ships, or one sent along whole. */
export function useFish(piece: Piece) {
  const list = useQuery({
    queryKey: ["fish"],
    queryFn: api.fish,
    staleTime: Number.POSITIVE_INFINITY,
  });
  const { own } = piece;
  const described = useQuery({
    queryKey: ["own-fish", own],
    queryFn: () => (own ? api.ownFish(own) : Promise.resolve(undefined)),
    enabled: own !== null,
    placeholderData: keepPreviousData,
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
  });
  const fish: Fish | undefined = own
    ? described.data
    : list.data?.fish.find((f) => f.key === piece.fish);
  return { list, fish };
}
