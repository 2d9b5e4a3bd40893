// Kitchens that many are like: one tap says all of it.
import { useQuery } from "@tanstack/react-query";
import { api, type KitchenAsked } from "../api";

type Props = { kitchen: KitchenAsked; say: (kitchen: KitchenAsked) => void };

export function useKit() {
  return useQuery({ queryKey: ["kit"], queryFn: api.kit, retry: false });
}

export function UsualKitchens({ kitchen, say }: Props) {
  const offered = useKit();
  return offered.data?.usual.map((usual) => (
    <button
      key={usual.key}
      type="button"
      className="pick underline underline-offset-4"
      data-testid={`usual-${usual.key}`}
      onClick={() => say({ ...kitchen, kit: usual.kit as NonNullable<KitchenAsked["kit"]> })}
    >
      {usual.name}
    </button>
  ));
}
