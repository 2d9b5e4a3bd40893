// What is on the fire already, and has room beside it.
import { Link } from "react-router";
import type { Running } from "../../fire";

type Props = {
  all: Running[];
  chosen: string | null;
  choose: (id: string | null) => void;
  query: string;
};

export function SamePan({ all, chosen, choose, query }: Props) {
  return (
    <section aria-labelledby="same-pan-name" className="pb-3">
      <h3 id="same-pan-name" className="font-bold">
        In a pan that is on the fire already
      </h3>
      {all.length === 0 ? (
        <p className="text-small quiet">
          No pan is on the fire.{" "}
          <Link to={{ pathname: "/ways", search: query }} className="underline">
            The other ways
          </Link>
        </p>
      ) : (
        all.map((cook) => (
          <button
            key={cook.id}
            type="button"
            className="pick"
            aria-pressed={cook.id === chosen}
            data-testid="same-pan"
            onClick={() => choose(cook.id === chosen ? null : cook.id)}
          >
            in the same pan as {cook.title}
          </button>
        ))
      )}
    </section>
  );
}
