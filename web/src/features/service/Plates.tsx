// The plates of a ticket, one by one: on what it is cooked, again if it fell or came back, one more, one less, to the stove.
import type { ServicePlan, ServiceRequest } from "../../api";

type Ticket = NonNullable<ServiceRequest["tickets"]>[number];
export type Plate = Ticket["plates"][number];
type Told = ServicePlan["plates"][number];
type Allergen = NonNullable<Plate["without"]>[number];

/** What can be done about a plate. */
export type PlateDeeds = {
  pinned: (plate: string) => string;
  /** On that thing and no other; on whatever is free with none. */
  pin: (plate: string, thing: string) => void;
  /** Things it could lie on. */
  things: (plate: string) => { id: string; name: string }[];
  /** It fell, or came back raw. */
  again: (plate: Told) => void;
  more: (plate: string) => void;
  off: (plate: string) => void;
  /** Begins its cook at the stove. */
  stove: (plate: Told) => void;
  /** There is no more of its fish. */
  gone: (fish: string) => void;
  without: (plate: string, what: Allergen | "") => void;
};

/** All that a guest may have to avoid, the most frequent first. */
const WITHOUT: Record<Allergen, string> = {
  wheat: "wheat",
  milk: "milk",
  egg: "egg",
  nuts: "nuts",
  peanut: "peanuts",
  sesame: "sesame",
  soy: "soy",
  mustard: "mustard",
  celery: "celery",
  sulphites: "sulphites",
  crustaceans: "crustaceans",
  molluscs: "molluscs",
  lupin: "lupin",
  rye: "rye",
  barley: "barley",
  oats: "oats",
  fish: "fish",
};

type Props = {
  ticket: string;
  plates: Told[];
  asked: Plate[];
  nameOf: (plate: string) => string;
  deeds: PlateDeeds;
};

export function Plates({ ticket, plates, asked, nameOf, deeds }: Props) {
  return (
    <ol className="grid gap-y-2" data-testid={`plates-of-${ticket}`}>
      {plates.map((plate) => {
        const name = nameOf(plate.id);
        const mine = asked.find((one) => one.id === plate.id);
        const things = deeds.things(plate.id);
        const fish = mine?.plan?.piece.fish;
        const waits = plate.now === "waits" || plate.now === "not";
        return (
          <li key={plate.id} className="text-small hair-t pt-1" data-testid={`plate-${plate.id}`}>
            <p className="flex flex-wrap items-baseline justify-between gap-x-3">
              <b>{name}</b>
              <span className="quiet">{NOW[plate.now]}</span>
            </p>
            {waits && (
              <p className="flex flex-wrap gap-x-4">
                {things.length > 1 && (
                  <label className="quiet">
                    on{" "}
                    <select
                      className="svc-pick"
                      value={deeds.pinned(plate.id)}
                      data-testid={`pin-${plate.id}`}
                      onChange={(e) => deeds.pin(plate.id, e.currentTarget.value)}
                    >
                      <option value="">whatever is free</option>
                      {things.map((one) => (
                        <option key={one.id} value={one.id}>
                          {one.name}
                        </option>
                      ))}
                    </select>
                  </label>
                )}
                <label className="quiet">
                  without{" "}
                  <select
                    className="svc-pick"
                    value={mine?.without?.[0] ?? ""}
                    data-testid={`without-${plate.id}`}
                    onChange={(e) =>
                      deeds.without(plate.id, e.currentTarget.value as Allergen | "")
                    }
                  >
                    <option value="">nothing in particular</option>
                    {Object.entries(WITHOUT).map(([key, name]) => (
                      <option key={key} value={key}>
                        {name}
                      </option>
                    ))}
                  </select>
                </label>
              </p>
            )}
            <p className="flex flex-wrap gap-x-4">
              {plate.method != null && waits && (
                <button
                  type="button"
                  className="pick"
                  data-testid={`stove-${plate.id}`}
                  onClick={() => deeds.stove(plate)}
                >
                  at the stove
                </button>
              )}
              {!waits && (
                <button type="button" className="pick" onClick={() => deeds.again(plate)}>
                  {plate.now === "served" ? "came back" : "dropped"}
                </button>
              )}
              <button
                type="button"
                className="pick"
                data-testid={`more-${plate.id}`}
                onClick={() => deeds.more(plate.id)}
              >
                one more
              </button>
              {waits && (
                <button type="button" className="pick" onClick={() => deeds.off(plate.id)}>
                  take it off
                </button>
              )}
              {waits && fish && (
                <button
                  type="button"
                  className="pick"
                  data-testid={`no-more-${plate.id}`}
                  onClick={() => deeds.gone(fish)}
                >
                  no more {name}
                </button>
              )}
            </p>
          </li>
        );
      })}
    </ol>
  );
}

const NOW: Record<Told["now"], string> = {
  waits: "",
  on_heat: "on the heat",
  rests: "off, rests",
  served: "served",
  not: "not cooked",
};
