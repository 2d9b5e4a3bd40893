// The way that was chosen for the piece in hand, else the one that suits it best.
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { api } from "../../api";
import { question, tonight, wishes } from "../../card";
import { usePiece, useViewText } from "../../shell";

export function useWay() {
  const { piece } = usePiece();
  const [said] = useViewText("for");
  const asked = {
    ...question(piece),
    wishes: wishes(piece),
    tonight: tonight({ ...piece, readyBy: null }, new Date(0)),
  };
  const ranked = useQuery({
    queryKey: ["rank", asked, "names"],
    queryFn: ({ signal }) => api.rank(asked, signal),
    placeholderData: keepPreviousData,
    retry: false,
  });
  const ways = ranked.data?.ways.filter((one) => one.suits) ?? [];
  return ways.find((one) => one.kind === said) ?? ways[0];
}
