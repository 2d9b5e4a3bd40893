import { useMemo, useState } from "react";
import { Link } from "react-router";
import { byUrgency, firstOf, type Running } from "../../fire";
import { useCalling, useFire, useKeys, usePiece, useTick } from "../../shell";
import { Calls } from "./Calls";
import { CameOut } from "./CameOut";
import { Play } from "./Play";
import { Probe } from "./Probe";
import { Saw } from "./Saw";
import { Strip, useActs } from "./Strip";
import "./fire.css";

/** What is cooking now, to be read from two metres. */
export function Fire() {
  const fire = useFire();
  const calling = useCalling();
  const now = useTick();
  const { query } = usePiece();
  const [chosen, setChosen] = useState<string | null>(null);
  const [sees, setSees] = useState<string | null>(null);
  const [probes, setProbes] = useState<string | null>(null);
  const [plays, setPlays] = useState(false);
  const ordered = byUrgency(fire.cooks, now);
  const first = firstOf(ordered, chosen, now);
  const looking = fire.cooks.find((cook) => cook.id === sees);
  const probing = fire.cooks.find((cook) => cook.id === probes);
  return (
    <section className="fire" data-testid="fire">
      <header className="fire-head no-print">
        <h1 className="text-lead font-bold">Fire</h1>
        <Calls />
        <span className="ml-auto flex gap-x-5">
          <button type="button" className="pick" onClick={() => setPlays(true)} data-testid="play">
            Play it fast
          </button>
          <Link to={{ pathname: "/ways", search: query }} className="pick inline-flex items-center">
            Start another
          </Link>
        </span>
      </header>
      {!fire.inTouch && (
        <p role="status" className="fire-word" data-testid="out-of-touch">
          <strong>Out of touch.</strong> Clocks go on. What you say is kept and sent later; times
          are not worked out anew until then.
        </p>
      )}
      {fire.newer && (
        <p role="status" className="fire-word" data-testid="newer">
          <strong>Load the page again.</strong> A newer page keeps something in this browser that
          this one cannot send.
        </p>
      )}
      {fire.unkept && (
        <p role="status" className="fire-word" data-testid="unkept">
          <strong>This browser keeps nothing.</strong> What you say while out of touch is lost when
          the page is shut or loaded again.
        </p>
      )}
      {fire.problem && (
        <p role="alert" className="fire-word">
          <strong>Not taken:</strong> {fire.problem}
        </p>
      )}
      {fire.closed && (
        <p role="status" className="fire-word" data-testid="closed">
          <strong>{fire.closed.title}</strong> is taken off the list.{" "}
          <button
            type="button"
            className="target target-word"
            data-testid="reopen"
            onClick={fire.reopen}
          >
            Undo
          </button>{" "}
          <button type="button" className="target target-word" onClick={fire.forgetClosed}>
            Right so
          </button>
        </p>
      )}
      {calling.missed.length > 0 && (
        <p role="alert" className="fire-word" data-testid="missed">
          <strong>While the screen was asleep:</strong>{" "}
          {calling.missed.map((call) => `${call.title}: ${call.act}`).join(". ")}.{" "}
          <button type="button" className="underline font-semibold" onClick={calling.forgetMissed}>
            Seen
          </button>
        </p>
      )}
      {plays && <Play close={() => setPlays(false)} />}
      {fire.over.map((cook) => (
        <CameOut key={cook.id} cook={cook} />
      ))}
      {!plays && ordered.length === 0 && fire.over.length === 0 && <Cold query={query} />}
      <div className="fire-strips" data-many={ordered.length > 3 ? "many" : ordered.length}>
        {ordered.map((cook) => (
          <Strip
            key={cook.id}
            cook={cook}
            now={now}
            first={cook.id === first?.id}
            opened={cook.id === chosen}
            choose={() => setChosen(cook.id)}
            see={() => setSees(cook.id)}
            probe={() => setProbes(cook.id)}
          />
        ))}
      </div>
      {first && (
        <Keys
          cook={first}
          see={() => setSees(first.id)}
          probe={() => setProbes(first.id)}
          other={(by) => {
            const at = ordered.findIndex((cook) => cook.id === first.id);
            setChosen(ordered[(at + by + ordered.length) % ordered.length]?.id ?? null);
          }}
        />
      )}
      {looking && <Saw cook={looking} close={() => setSees(null)} />}
      {probing && <Probe cook={probing} close={() => setProbes(null)} />}
    </section>
  );
}

function Cold({ query }: { query: string }) {
  const { heard, inTouch } = useFire();
  if (!heard && inTouch) return <p className="p-8 quiet">One moment</p>;
  return (
    <div className="p-8 max-w-xl">
      <p className="text-title font-bold">Nothing is on the fire</p>
      <p className="pt-3 text-lead">
        Choose a way for the piece in hand and start it. Cindo counts, calls out, and works out the
        time again from what you see.
      </p>
      <p className="pt-6">
        <Link
          to={{ pathname: "/ways", search: query }}
          className="btn btn-primary h-16 px-8 text-lead font-bold"
        >
          To the ways
        </Link>
      </p>
    </div>
  );
}

/** Keys for the strip that is first, or chosen. */
function Keys({
  cook,
  see,
  probe,
  other,
}: {
  cook: Running;
  see: () => void;
  probe: () => void;
  other: (by: number) => void;
}) {
  const acts = useActs(cook, useTick(1000), see, probe);
  useKeys(
    useMemo(
      () => ({
        Enter: { does: acts.done, says: "the next act is done" },
        w: { does: see, says: "what I see" },
        h: { does: acts.wait, says: "wait half a minute" },
        o: { does: acts.off, says: "it is off" },
        u: { does: acts.undo, says: "take the last one back" },
        ArrowDown: { does: () => other(1), says: "another piece" },
        ArrowUp: { does: () => other(-1), says: "another piece" },
      }),
      [acts, see, other],
    ),
  );
  return null;
}
