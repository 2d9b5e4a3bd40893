// Every way of the piece in hand, without pictures: how many there are and how long they take.
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { api } from "../api";
import { type Piece, question } from "../card";

export function useTimes(piece: Piece) {
  const asked = question(piece);
  return useQuery({
    queryKey: ["times", asked],
    queryFn: ({ signal }) => api.rank(asked, signal),
    placeholderData: keepPreviousData,
    retry: false,
  });
}
