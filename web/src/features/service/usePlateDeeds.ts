// What can be done about one plate, on the board and at the stove.
import { useMutation } from "@tanstack/react-query";
import { useNavigate } from "react-router";
import type { ServicePlan, ServiceRequest } from "../../api";
import { useFire } from "../../shell";
import type { Plate, PlateDeeds } from "./Plates";
import { lanesOf, type PlateEvent } from "./told";
import type { BoardNow } from "./useBoard";

type Ticket = NonNullable<ServiceRequest["tickets"]>[number];
type Told = ServicePlan["plates"][number];

export function usePlateDeeds(
  board: BoardNow,
  thingName: (thing: string) => string,
  set: (tickets: Ticket[]) => void,
): PlateDeeds {
  const { plan, nowS, change, happened } = board;
  const service = board.board?.service;
  const tickets: Ticket[] = service?.tickets ?? [];
  const fire = useFire();
  const go = useNavigate();
  const begin = useMutation({
    mutationFn: ({ told, asked }: { told: Told; asked: Plate }) => {
      const ids = [told.id, ...told.together];
      if (!asked.plan) throw new Error("a side has no stove of its own");
      const { field: _, ...one } = asked.plan;
      return fire.begin({
        title: `${told.name.replaceAll("_", " ")}, ${told.ticket}`,
        plan: {
          ...one,
          // On what it is planned to lie on.
          method: { kind: one.method.kind, ...told.settings },
          kitchen: service?.kitchen ?? {},
          piece: { ...one.piece, pieces: (one.piece.pieces ?? 1) * ids.length },
        },
        plates: ids,
      });
    },
    onSuccess: () => go("/fire"),
  });
  const plates = (how: (plate: Plate, ticket: Ticket) => Plate[]) =>
    set(
      tickets
        .map((ticket) => ({
          ...ticket,
          plates: ticket.plates.flatMap((plate) => how(plate, ticket)),
        }))
        .filter((ticket) => ticket.plates.length > 0),
    );
  return {
    pinned: (plate) => service?.pinned?.find((one) => one.plate === plate)?.thing ?? "",
    pin: (plate, thing) =>
      change((was) => ({
        ...was,
        pinned: [
          ...(was.pinned ?? []).filter((one) => one.plate !== plate),
          ...(thing ? [{ plate, thing }] : []),
        ],
      })),
    things: (plate) => {
      if (!plan) return [];
      const lanes = lanesOf(plan);
      const mine = plan.acts
        .filter((act) => act.plates.includes(plate))
        .flatMap((act) => act.needs)
        .find((need) => lanes.some((lane) => lane.thing === need.thing));
      const all = lanes.filter((lane) => lane.like === mine?.like).map((lane) => lane.thing);
      return [...new Set(all)].map((id) => ({ id, name: thingName(id) }));
    },
    again: (told) => {
      const at_s = Math.round(nowS);
      // Off the table it comes back; off the pan it is thrown away. Either way it is cooked again.
      const kind = told.now === "served" ? "back" : "discarded";
      happened([
        { kind, plate: told.id, at_s, id: `${kind} ${at_s} ${told.id}` } as unknown as PlateEvent,
      ]);
    },
    more: (id) =>
      plates((plate, ticket) => {
        if (plate.id !== id) return [plate];
        const taken = new Set(ticket.plates.map((one) => one.id));
        let n = ticket.plates.length + 1;
        while (taken.has(`${ticket.id}, ${n}`)) n += 1;
        return [plate, { ...plate, id: `${ticket.id}, ${n}` }];
      }),
    off: (id) => plates((plate) => (plate.id === id ? [] : [plate])),
    stove: (told) => {
      const asked = tickets.flatMap((one) => one.plates).find((one) => one.id === told.id);
      if (asked) begin.mutate({ told, asked });
    },
    gone: (fish) => change((was) => ({ ...was, gone: [...new Set([...(was.gone ?? []), fish])] })),
    without: (id, what) =>
      plates((plate) => {
        if (plate.id !== id) return [plate];
        const { without: _, ...rest } = plate;
        return [what ? { ...rest, without: [what] } : rest];
      }),
  };
}
