// One question on a first visit, answered by one tap or none.
import { useState } from "react";
import { Link } from "react-router";
import { Failure } from "../ui";
import { useSession } from "./DoorProvider";
import { UsualKitchens } from "./UsualKitchens";
import { useKitchen } from "./useKitchen";

export function FirstVisit() {
  const { kept, kitchen, say, problem } = useKitchen();
  const { owner } = useSession();
  // Once it is said, it stands until the page is left: that can be taken back.
  const [asked, setAsked] = useState(false);
  if (kept?.revision === 0 && !asked) setAsked(true);
  const [skipped, skip] = useState(false);
  // A cook does not say what the kitchen has.
  if (!owner || !kept || skipped || !(asked || kept.revision === 0)) return null;
  const said = kept.revision > 0;
  return (
    <section
      aria-label="Your kitchen"
      className="no-print flex flex-wrap items-center gap-x-5 hair-b mx-4 md:mx-8 max-w-[1132px] pt-2"
      data-testid="first-visit"
    >
      {!said && (
        <p className="basis-full text-lead" data-testid="what-this-is">
          Say what fish is in your hand and how thick it is: Cindo works out how hot, how long, and
          how you see that it is done.
        </p>
      )}
      <span>
        <b>What do you cook in?</b>{" "}
        <span className="quiet max-sm:hidden">Ways it cannot do are left out.</span>
      </span>
      <UsualKitchens kitchen={kitchen} say={say} />
      <Link to="/kit" className="pick content-center">
        thing by thing
      </Link>
      <button
        type="button"
        className="pick ml-auto"
        data-testid="skip-kitchen"
        onClick={() => {
          skip(true);
          if (!said) say(kitchen);
        }}
      >
        {said ? "Done" : "Skip"}
      </button>
      {problem && <Failure message={problem.message} />}
    </section>
  );
}
