// Whose kitchen it is worked out for.
import type { ReactNode } from "react";
import { Link } from "react-router";
import type { Hot } from "../card";
import { usePiece } from "./PieceContext";

/** What it is cooked on, as a cook calls it. */
export const IN_MY: Record<Hot, string> = {
  pan: "pan",
  liquid: "pot",
  oven: "oven",
  oil: "fryer",
  grill: "grill",
};

export function KitchenLink({ children = "this kitchen" }: { children?: ReactNode }) {
  return (
    <Link to="/kit" className="underline underline-offset-4 min-h-11 inline-flex items-center">
      {children}
    </Link>
  );
}

/** The address brought another kitchen along. */
export function Elsewhere() {
  const { change } = usePiece();
  return (
    <span>
      worked out for the kitchen of the card, not this one:{" "}
      <button
        type="button"
        className="underline underline-offset-4 cursor-pointer min-h-11"
        data-testid="our-kitchen"
        onClick={() => change({ kitchen: null })}
      >
        use this one
      </button>
    </span>
  );
}
