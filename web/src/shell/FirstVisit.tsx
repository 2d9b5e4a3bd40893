// One question on a first visit, answered by one tap or none.
import { Link } from "react-router";
import { Failure } from "../ui";
import { UsualKitchens } from "./UsualKitchens";
import { useKitchen } from "./useKitchen";

export function FirstVisit() {
  const { kept, kitchen, say, problem } = useKitchen();
  if (!kept || kept.revision > 0) return null;
  return (
    <section
      aria-label="Your kitchen"
      className="no-print flex flex-wrap items-center gap-x-5 hair-b mx-4 md:mx-8 max-w-[1132px] pt-2"
      data-testid="first-visit"
    >
      <span>
        <b>What do you cook in?</b> <span className="quiet">Ways it cannot do are left out.</span>
      </span>
      <UsualKitchens kitchen={kitchen} say={say} />
      <Link to="/kit" className="pick content-center">
        tick it off, thing by thing
      </Link>
      <button
        type="button"
        className="pick ml-auto"
        data-testid="skip-kitchen"
        onClick={() => say(kitchen)}
      >
        Skip
      </button>
      {problem && <Failure message={problem.message} />}
    </section>
  );
}
