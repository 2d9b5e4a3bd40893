// Kitchens that many are like: one tap says all of it.
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, type KitchenAsked } from "../api";

type Props = { kitchen: KitchenAsked; say: (kitchen: KitchenAsked) => void };

export function useKit() {
  return useQuery({ queryKey: ["kit"], queryFn: api.kit, retry: false });
}

export function UsualKitchens({ kitchen, say }: Props) {
  const offered = useKit();
  const [was, setWas] = useState<{ kitchen: KitchenAsked; now: string } | null>(null);
  return (
    <>
      {offered.data?.usual.map((usual) => (
        <button
          key={usual.key}
          type="button"
          className="pick underline underline-offset-4"
          data-testid={`usual-${usual.key}`}
          onClick={() => {
            setWas({ kitchen, now: usual.name });
            // Another kitchen: what had a name of its own in the one before is not in it.
            say({ ...kitchen, kit: usual.kit as NonNullable<KitchenAsked["kit"]>, things: [] });
          }}
        >
          {usual.name}
        </button>
      ))}
      {was && (
        <span role="status" className="basis-full text-small">
          This kitchen is now: {was.now}.{" "}
          <button
            type="button"
            className="pick underline"
            data-testid="undo-kitchen"
            onClick={() => {
              say(was.kitchen);
              setWas(null);
            }}
          >
            Undo
          </button>
        </span>
      )}
    </>
  );
}
