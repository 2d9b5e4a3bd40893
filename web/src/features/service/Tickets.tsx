// The tickets: what is on them, when they are served, and what can be done about it; and a new one.
import { useState } from "react";
import type { ServicePlan, ServiceRequest } from "../../api";
import { wallClock } from "../../units";
import { type PlateDeeds, Plates } from "./Plates";

type Ticket = NonNullable<ServiceRequest["tickets"]>[number];
type Plate = Ticket["plates"][number];
export type Made = {
  key: string;
  name: string;
  plate: Omit<Plate, "id">;
  /** It is on the board already. */
  ordered?: boolean;
};

type Props = {
  plan: ServicePlan;
  tickets: Ticket[];
  clockOf: (s: number) => number;
  nowS: number;
  nameOf: (plate: string) => string;
  set: (tickets: Ticket[]) => void;
  /** What can be ordered: what is on the board already, and the piece in hand. */
  dishes: Made[];
  deeds: PlateDeeds;
  /** Fish of which there is no more, and there is again. */
  gone: readonly string[];
  back: (fish: string) => void;
  fishName: (fish: string) => string;
  problem: string | null;
};

const SOON_MIN = 30;

export function Tickets({
  plan,
  tickets,
  clockOf,
  nowS,
  nameOf,
  set,
  dishes,
  deeds,
  gone,
  back,
  fishName,
  problem,
}: Props) {
  const [open, setOpen] = useState<string | null>(null);
  const change = (id: string, part: Partial<Ticket>) =>
    set(tickets.map((one) => (one.id === id ? { ...one, ...part } : one)));
  return (
    <div>
      {gone.map((fish) => (
        <p key={fish} className="flex flex-wrap items-baseline gap-x-3 pb-1">
          <b className="text-error">No more {fishName(fish)}</b>
          <button type="button" className="pick text-small" onClick={() => back(fish)}>
            there is again
          </button>
        </p>
      ))}
      <ul className="grid gap-y-2" data-testid="tickets">
        {plan.tickets.map((told) => {
          const ticket = tickets.find((one) => one.id === told.id);
          const plates = plan.plates.filter((one) => one.ticket === told.id);
          return (
            <li key={told.id} className="hair-b pb-1" data-done={told.done}>
              <p className="flex flex-wrap items-baseline justify-between gap-x-3">
                <b>{told.id}</b>
                <span className="running">
                  {told.done ? "served " : ""}
                  {told.served_s != null && wallClock(clockOf(told.served_s))}
                  {told.late_s > 60 && !told.done && (
                    <b className="text-error"> {Math.ceil(told.late_s / 60)} min late</b>
                  )}
                </span>
              </p>
              {ticket?.after && !told.done && (
                <p className="text-small">
                  {Math.round(ticket.after.s / 60)} min after {ticket.after.ticket}
                </p>
              )}
              <p className="text-small quiet">{counted(plates.map((one) => nameOf(one.id)))}</p>
              {plates.some((one) => one.kept_hot) && (
                <p className="text-small text-error font-semibold">
                  Some of it is kept hot too long.
                </p>
              )}
              {plates
                .flatMap((one) => one.refused)
                .slice(0, 1)
                .map((one) => (
                  <p key={one.code} className="text-small text-error font-semibold">
                    {one.message}
                  </p>
                ))}
              {!told.done && ticket && (
                <p className="flex flex-wrap gap-x-4">
                  <button
                    type="button"
                    className="pick text-small"
                    aria-pressed={told.held}
                    onClick={() => change(told.id, { held: !told.held })}
                  >
                    {told.held ? "go" : "hold"}
                  </button>
                  <button
                    type="button"
                    className="pick text-small"
                    onClick={() =>
                      change(
                        told.id,
                        ticket.after
                          ? { after: { ...ticket.after, s: ticket.after.s + 300 } }
                          : { at_s: (ticket.at_s ?? told.at_s) + 300 },
                      )
                    }
                  >
                    5 min later
                  </button>
                  <button
                    type="button"
                    className="pick text-small"
                    data-testid={`gone-${told.id}`}
                    onClick={() => set(tickets.filter((one) => one.id !== told.id))}
                  >
                    strike it
                  </button>
                  <button
                    type="button"
                    className="pick text-small"
                    aria-expanded={open === told.id}
                    data-testid={`plates-${told.id}`}
                    onClick={() => setOpen(open === told.id ? null : told.id)}
                  >
                    each plate
                  </button>
                </p>
              )}
              {open === told.id && ticket && (
                <Plates
                  ticket={told.id}
                  plates={plates}
                  asked={ticket.plates}
                  nameOf={nameOf}
                  deeds={deeds}
                />
              )}
            </li>
          );
        })}
      </ul>
      <NewTicket
        dishes={dishes}
        tickets={tickets}
        nowS={nowS}
        add={(one) => set([...tickets, one])}
        problem={problem}
      />
    </div>
  );
}

function NewTicket({
  dishes,
  tickets,
  nowS,
  add,
  problem,
}: {
  dishes: Made[];
  tickets: Ticket[];
  nowS: number;
  add: (one: Ticket) => void;
  problem: string | null;
}) {
  const [name, setName] = useState("");
  const [min, setMin] = useState(String(SOON_MIN));
  const [after, setAfter] = useState("");
  const [counts, setCounts] = useState<Record<string, number>>({});
  const [wrong, setWrong] = useState<string | null>(null);
  const send = () => {
    const id = name.trim();
    const minutes = Number(min);
    const plates = dishes.flatMap((dish) =>
      Array.from({ length: counts[dish.key] ?? 0 }, () => dish.plate),
    );
    if (id === "") return setWrong("Give it a name: a table, a person.");
    if (tickets.some((one) => one.id === id))
      return setWrong("There is a ticket of that name already. Call it otherwise.");
    if (plates.length === 0) return setWrong("Nothing is ordered on it yet: add a plate.");
    if (!(minutes >= 0 && minutes <= 600)) return setWrong("In how many minutes? 0 to 600.");
    setWrong(null);
    const first = tickets.find((one) => one.id === after);
    if (first && minutes > 240) return setWrong("How many minutes after it? 0 to 240.");
    add({
      id,
      ...(first
        ? { after: { ticket: first.id, s: 60 * minutes } }
        : { at_s: Math.round(nowS + 60 * minutes) }),
      plates: plates.map((plate, i) => ({ ...plate, id: `${id}, ${i + 1}` })),
    });
    setName("");
    setAfter("");
    setCounts({});
  };
  return (
    <form
      className="pt-4"
      aria-label="New ticket"
      onSubmit={(e) => {
        e.preventDefault();
        send();
      }}
    >
      <h2 className="font-bold">New ticket</h2>
      <div className="flex flex-wrap items-baseline gap-x-4">
        <label className="text-small quiet flex items-baseline gap-x-2">
          for
          <input
            className="typed !text-left !w-32"
            value={name}
            maxLength={40}
            data-testid="ticket-name"
            onChange={(e) => setName(e.currentTarget.value)}
          />
        </label>
        <label className="text-small quiet flex items-baseline gap-x-2">
          {after === "" ? "in" : ""}
          <input
            className="typed !w-16"
            inputMode="numeric"
            value={min}
            data-testid="ticket-min"
            onChange={(e) => setMin(e.currentTarget.value)}
          />
          min
        </label>
        {tickets.length > 0 && (
          <label className="text-small quiet flex items-baseline gap-x-2">
            after
            <select
              className="svc-pick"
              value={after}
              data-testid="ticket-after"
              onChange={(e) => setAfter(e.currentTarget.value)}
            >
              <option value="">now</option>
              {tickets.map((one) => (
                <option key={one.id} value={one.id}>
                  {one.id}
                </option>
              ))}
            </select>
          </label>
        )}
      </div>
      <div className="flex flex-wrap gap-x-4">
        {dishes.map((dish) => (
          <span key={dish.key} className="inline-flex items-baseline gap-x-1">
            <button
              type="button"
              // A dish with all that was prepared for it has a long name.
              className="pick text-left whitespace-normal!"
              aria-pressed={(counts[dish.key] ?? 0) > 0}
              data-testid={`dish-${dish.key}`}
              onClick={() =>
                setCounts({ ...counts, [dish.key]: ((counts[dish.key] ?? 0) + 1) % 9 })
              }
            >
              {(counts[dish.key] ?? 0) > 0 && <b className="running">{counts[dish.key]} × </b>}
              {dish.name}
            </button>
          </span>
        ))}
      </div>
      {(wrong ?? problem) && (
        <p role="alert" className="text-small text-error font-semibold" data-testid="ticket-wrong">
          {wrong ?? problem}
        </p>
      )}
      <button
        type="submit"
        className="btn btn-primary btn-sm mt-2 min-h-11"
        data-testid="ticket-add"
      >
        Put it on the board
      </button>
    </form>
  );
}

function counted(names: string[]): string {
  const all = new Map<string, number>();
  for (const name of names) all.set(name, (all.get(name) ?? 0) + 1);
  return [...all].map(([name, n]) => (n > 1 ? `${n} ${name}` : name)).join(", ");
}
