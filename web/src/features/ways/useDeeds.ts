// What is done with a card: kept in the book, or cooked, alone or in a pan that is on the fire already.
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { useNavigate } from "react-router";
import { api, newId, type PlanRequest } from "../../api";
import { useFire } from "../../shell";

/** `state` is what the card says: a changed card is not the saved one any more. */
export function useDeeds(title: string, request: PlanRequest, state: string) {
  const queries = useQueryClient();
  const { field: _, ...kept } = request;
  // Made here, so that a save that has to be sent again makes one card.
  const cardId = useRef(newId());
  const save = useMutation({
    mutationFn: () => api.saveCard({ id: cardId.current, title, request: kept }),
    onSuccess: () => queries.invalidateQueries({ queryKey: ["cards"] }),
  });
  const fire = useFire();
  const go = useNavigate();
  const [besideId, setBeside] = useState<string | null>(null);
  const company = fire.cooks.filter((cook) => cook.pan && cook.standing?.phase !== "resting");
  const beside = company.find((cook) => cook.id === besideId);
  const start = useMutation({
    mutationFn: () =>
      fire.begin({
        title,
        plan: kept,
        ...(beside?.pan ? { pan: beside.pan } : {}),
        // What comes of it leads back to the card it was cooked by.
        ...(save.data ? { card: save.data.id } : {}),
      }),
    onSuccess: () => go("/fire"),
  });
  // biome-ignore lint/correctness/useExhaustiveDependencies: reset when what is set changes
  useEffect(() => {
    save.reset();
    cardId.current = newId();
  }, [state]);
  return { save, start, company, beside, setBeside };
}

export type Deeds = ReturnType<typeof useDeeds>;
