// The way that suits the piece in hand best.
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { api } from "../../api";
import { question, tonight, wishes } from "../../card";
import { usePiece } from "../../shell";

export function useWay() {
  const { piece } = usePiece();
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
  return ranked.data?.ways.find((one) => one.suits);
}
