// What is done is said as an event of its plate; everything else is only struck off.
import type { ServiceAct, ServicePlan, ServiceRequest } from "../../api";

type Said = NonNullable<ServiceRequest["happened"]>[number];
/** An event of a cook, of this plate. */
export type PlateEvent = Said & { plate: string; at_s: number; id: string };

const EVENTS: Partial<Record<ServiceAct["what"], Record<string, unknown>>> = {
  in: { kind: "in" },
  turn: { kind: "turned" },
  halfway: { kind: "halfway" },
  set_aside: { kind: "set_aside" },
  into_oven: { kind: "into_oven" },
  fire_low: { kind: "fire_low" },
  lid_on: { kind: "lid", on: true },
  lid_off: { kind: "lid", on: false },
  off: { kind: "off" },
  serve: { kind: "served" },
};

/** What is said when an act is done; nothing of what is not cooked by a plan, but that it is served. */
export function eventsOf(act: ServiceAct, plan: ServicePlan, atS: number): PlateEvent[] {
  const event = EVENTS[act.what];
  if (!event) return [];
  const cooked = (id: string) => plan.plates.find((one) => one.id === id)?.method != null;
  return act.plates
    .filter((plate) => act.what === "serve" || cooked(plate))
    .map(
      (plate) =>
        ({ ...event, plate, at_s: atS, id: `${act.id} ${plate}` }) as unknown as PlateEvent,
    );
}

/** Who does what, from the next act on: what is struck off is left out. */
export function toDo(plan: ServicePlan, struck: readonly string[]) {
  return plan.cooks.map((cook) => ({
    id: cook.id,
    acts: plan.acts.filter(
      (act) => act.cook === cook.id && act.hands_s > 0 && !act.done && !struck.includes(act.id),
    ),
  }));
}

/** On what an act is done; what is heated up for is what its plate will lie on. */
export function onWhat(act: ServiceAct, plan: ServicePlan): string | null {
  if (act.thing || act.what !== "heat_up") return act.thing ?? null;
  const needs = plan.acts
    .filter((one) => one.plates.includes(act.plate))
    .flatMap((one) => one.needs);
  return needs.find((need) => LINE.includes(need.like))?.thing ?? null;
}

/** Lists whose places are lanes of the board, in the order of the line. */
const LINE = ["hobs", "ovens", "fryers", "grates", "broilers", "steamers"];

export type LaneOf = { like: string; thing: string; place: number };
const keyOf = ({ like, thing, place }: LaneOf) => `${like} ${thing} ${place}`;

/** Every place that is used, station after station. */
export function lanesOf(plan: ServicePlan): LaneOf[] {
  const all = new Map<string, LaneOf>();
  for (const act of plan.acts)
    for (const need of act.needs)
      if (LINE.includes(need.like))
        all.set(keyOf(need), { like: need.like, thing: need.thing, place: need.place });
  return [...all.values()].sort(
    (a, b) =>
      LINE.indexOf(a.like) - LINE.indexOf(b.like) ||
      a.thing.localeCompare(b.thing) ||
      a.place - b.place,
  );
}

export type Block = {
  plates: string[];
  ticket: string;
  lane: number;
  fromS: number;
  inS: number;
  toS: number;
  servedS: number;
  /** A side: it has no flesh. */
  side: boolean;
};

/** What lies where from when to when. */
export function blocksOf(plan: ServicePlan, lanes: LaneOf[]): Block[] {
  const at = new Map(lanes.map((lane, i) => [keyOf(lane), i]));
  return plan.acts.flatMap((act) =>
    act.needs.flatMap((need) => {
      const lane = at.get(keyOf(need));
      const plate = plan.plates.find((one) => one.id === act.plate);
      if (lane === undefined || !plate) return [];
      const inS = plate.method ? (plate.in_s ?? act.at_s) : act.at_s;
      return {
        plates: act.plates,
        ticket: act.ticket,
        lane,
        fromS: act.at_s,
        inS: Math.min(Math.max(inS, act.at_s), need.until_s),
        toS: need.until_s,
        servedS: plate.served_s ?? need.until_s,
        side: plate.method === null || plate.method === undefined,
      };
    }),
  );
}
