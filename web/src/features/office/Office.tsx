// Who comes in, what is kept and how it comes back, and what this browser can do: for whoever looks after it.
import { useSession } from "../../shell";
import { Copies } from "./Copies";
import { Devices } from "./Devices";
import { Passcodes } from "./Passcodes";
import { ThisScreen } from "./ThisScreen";
import "./office.css";

export function Office() {
  const { session, owner } = useSession();
  if (!session) return <p className="p-8 quiet">One moment</p>;
  return (
    <article className="max-w-[1196px] px-4 md:px-8 pt-5 pb-10" data-testid="office">
      <h1 className="text-title font-bold">Who comes in, what is kept</h1>
      <p className="max-w-[62ch] text-lead pt-2" data-testid="door-stands">
        {!session.asks
          ? "Only this machine reaches this Cindo, and nobody is asked for a passcode."
          : session.cooks
            ? "Whoever comes in says a passcode: the cooks theirs, the owner another."
            : "Whoever comes in says the owner's passcode. Give the cooks one of their own, and kit and copies stay yours."}
      </p>
      <div className="office-plan pt-6">
        {owner && <Passcodes session={session} />}
        {session.asks && <Devices session={session} owner={owner} />}
        {owner && <Copies />}
        <ThisScreen />
      </div>
    </article>
  );
}
