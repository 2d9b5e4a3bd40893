// The devices that are signed in, the one last seen first; any of them is put out by one tap.
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, type Device, type Session } from "../../api";
import { useSession } from "../../shell";
import { Failure } from "../../ui";

const KEY = ["devices"];
const SHOWN_MS = 60_000;

const day = new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "long" });
const clock = new Intl.DateTimeFormat("en-GB", { hour: "2-digit", minute: "2-digit" });

/** When, as one says it. */
function when(at: string, now = new Date()): string {
  const then = new Date(at);
  const today = then.toDateString() === now.toDateString();
  return today ? `today, ${clock.format(then)}` : day.format(then);
}

export function Devices({ session, owner }: { session: Session; owner: boolean }) {
  const { again } = useSession();
  const out = useMutation({ mutationFn: api.signOut, onSettled: () => void again() });
  return (
    <section aria-label="Devices">
      <h2 className="text-lead font-bold hair-b pb-2">Devices</h2>
      {owner ? (
        <All />
      ) : (
        <p className="pt-3">
          <b>{session.device}</b> is signed in as a cook.
        </p>
      )}
      <p className="pt-2">
        <button type="button" className="pick" data-testid="sign-out" onClick={() => out.mutate()}>
          Sign this device out
        </button>
      </p>
    </section>
  );
}

function All() {
  const queries = useQueryClient();
  const all = useQuery({ queryKey: KEY, queryFn: api.devices, refetchInterval: SHOWN_MS });
  const out = useMutation({
    mutationFn: api.deviceOut,
    onSettled: () => queries.invalidateQueries({ queryKey: KEY }),
  });
  if (all.isError) return <Failure message={all.error.message} retry={() => void all.refetch()} />;
  return (
    <>
      <ul>
        {(all.data?.devices ?? []).map((one) => (
          <DeviceLine key={one.id} one={one} out={() => out.mutate(one.id)} />
        ))}
      </ul>
      {out.error && <Failure message={out.error.message} />}
    </>
  );
}

function DeviceLine({ one, out }: { one: Device; out: () => void }) {
  return (
    <li className="office-device hair-b" data-testid="device-line">
      <span className="min-w-0">
        <b className="break-words">{one.device}</b>
        <span className="quiet text-small block">
          {one.role === "owner" ? "owner" : "cook"}, signed in {when(one.begun_at)}
        </span>
      </span>
      <span className={`quiet text-small text-right figures ${one.own ? "col-span-2" : ""}`}>
        {one.own ? "this one" : `last here ${when(one.seen_at)}`}
      </span>
      {!one.own && (
        <button
          type="button"
          className="pick"
          aria-label={`Sign out ${one.device}`}
          data-testid="device-out"
          onClick={out}
        >
          Sign out
        </button>
      )}
    </li>
  );
}
