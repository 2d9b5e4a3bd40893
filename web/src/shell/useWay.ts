// The way the piece in hand is prepared and cooked by: the one that was chosen, or the one that suits it best.
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { api } from "../api";
import { question, tonight, wishes } from "../card";
import { usePiece } from "./PieceContext";
import { useViewText } from "./useView";

export function useWay() {
  const { piece } = usePiece();
  const [said, say] = useViewText("for");
  // As it is prepared: what is frozen is thawed unless somebody says not.
  const asked = {
    ...question({ ...piece, prep: piece.prep ?? {} }),
    wishes: wishes(piece),
    tonight: tonight({ ...piece, readyBy: null }, new Date(0)),
  };
  const ranked = useQuery({
    queryKey: ["rank", asked, "names"],
    queryFn: ({ signal }) => api.rank(asked, signal),
    placeholderData: keepPreviousData,
    retry: false,
  });
  const ways = ranked.data?.ways.filter((way) => way.suits) ?? [];
  const way = ways.find((one) => one.kind === said) ?? ways[0];
  return { ways, way, say, ranked };
}
