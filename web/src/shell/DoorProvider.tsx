// The door: as whom this device is in. Where a passcode is asked for and nobody is signed in, only the door is drawn; whoever is
// signed out in the middle of something finds it again behind the door.
import { useQueryClient } from "@tanstack/react-query";
import {
  createContext,
  type ReactNode,
  useCallback,
  useContext,
  useEffect,
  useMemo,
  useState,
} from "react";
import { api, onSignedOut, Refused, type Session } from "../api";
import { SignIn } from "./SignIn";

type Held = {
  /** Nothing while the server was not heard. */
  session: Session | null;
  /** Whether this device may do what is the owner's. */
  owner: boolean;
  hear: (session: Session) => void;
  again: () => Promise<void>;
};
/** Where nobody draws a door, there is none. */
const Context = createContext<Held>({
  session: null,
  owner: true,
  hear: () => undefined,
  again: () => Promise.resolve(),
});

/** Nobody answers: asked again so often, ms. */
const AGAIN_MS = 5_000;

export function DoorProvider({ children }: { children: ReactNode }) {
  const queries = useQueryClient();
  const [session, hear] = useState<Session | null>(null);
  const [unheard, setUnheard] = useState(false);
  const again = useCallback(async () => {
    try {
      hear(await api.session());
      setUnheard(false);
    } catch (cause) {
      // The page opens all the same: it says itself that nobody answers.
      if (cause instanceof Refused) setUnheard(true);
      else throw cause;
    }
  }, []);
  useEffect(() => {
    void again();
    return onSignedOut(() => void again());
  }, [again]);
  const out = session?.asks === true && !session.role;
  useEffect(() => {
    if (!unheard && !out) return;
    // Another page of this browser may have signed in.
    const timer = setInterval(() => void again(), AGAIN_MS);
    return () => clearInterval(timer);
  }, [unheard, out, again]);
  const [wasIn, setWasIn] = useState(false);
  if (!wasIn && !out && (session || unheard)) setWasIn(true);
  const held = useMemo<Held>(
    () => ({ session, owner: !session || session.role === "owner", hear, again }),
    [session, again],
  );
  return (
    <Context.Provider value={held}>
      {out && (
        <SignIn
          back={wasIn}
          signedIn={(now) => {
            hear(now);
            void queries.invalidateQueries();
          }}
        />
      )}
      {wasIn && (
        <div hidden={out} inert={out}>
          {children}
        </div>
      )}
      {!wasIn && !out && <p className="p-8 quiet">One moment</p>}
    </Context.Provider>
  );
}

export const useSession = (): Held => useContext(Context);
