import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { api, type Fish } from "../api";
import type { Piece } from "../card";

/** What the counter offers, the fish of the piece (one that ships, or one sent along whole), and its usual level. */
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
  // By fish and cut as the core has it; by the cut alone where nothing is known of the fish.
  const cut = list.data?.cuts.find((c) => c.key === piece.cut);
  const usual =
    fish?.usual_pieces.find((one) => one.cut === piece.cut)?.level ??
    cut?.usual_level ??
    fish?.usual_level ??
    "";
  return { list, fish, usual };
}
