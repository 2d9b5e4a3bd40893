// Whose kitchen it is worked out for.
import { Link } from "react-router";
import { usePiece } from "../../shell";

export function KitchenLink() {
  return (
    <Link to="/kit" className="underline underline-offset-4">
      this kitchen
    </Link>
  );
}

/** The address brought another kitchen along. */
export function Elsewhere() {
  const { change } = usePiece();
  return (
    <span>
      worked out for another kitchen:{" "}
      <button
        type="button"
        className="underline underline-offset-4 cursor-pointer"
        data-testid="our-kitchen"
        onClick={() => change({ kitchen: null })}
      >
        use this one
      </button>
    </span>
  );
}
