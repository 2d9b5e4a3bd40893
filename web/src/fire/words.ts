// What a button says for the event it makes, and what an event is called where it is listed.
import type { Happened, Next, What } from "../api";

const DONE: Record<Happened["kind"], string> = {
  heating: "Heating",
  in: "It is in",
  turned: "Turned",
  set_aside: "Set aside",
  into_oven: "In the oven",
  halfway: "Done",
  fire_low: "Fire is low",
  lid: "Lid is on",
  basted: "Basted",
  heat: "Heat changed",
  cue: "Seen",
  probe: "Probe",
  hold: "Wait",
  off: "It is off",
  back: "Back on",
  resting: "Resting",
  served: "Served",
  came_out: "How it came out",
  note: "Note",
  chilled: "It is chilled",
  discarded: "Thrown away",
  closed: "Closed",
  undone: "Taken back",
};

export function doneWords(event: Happened): string {
  if (event.kind === "heat" && event.says === "off") return "Heat is off";
  if (event.kind === "heat" && event.says === "on") return "Heat is on";
  return DONE[event.kind];
}

const ACT: Record<What, string> = {
  thaw: "Thaw",
  clean: "Clean",
  dry: "Dry",
  fill: "Fill",
  marinate: "Marinate",
  temper: "Out of the fridge",
  mix: "Mix",
  salt: "Salt",
  coat: "Coat",
  cut: "Cut",
  heat_up: "Heat it up",
  boil: "Boil",
  in: "Fish in",
  turn: "Turn",
  halfway: "Turn it",
  set_aside: "Set aside",
  into_oven: "Into the oven",
  lid_on: "Lid on",
  lid_off: "Lid off",
  fire_low: "Fire low",
  adjust: "Set the heat",
  look: "Look",
  probe: "Probe",
  off: "Off",
  drain: "Drain",
  rest: "Rest",
  serve: "Serve",
  back_on: "Back on",
  chill: "Chill it",
  discard: "Throw away",
};

/** The act in a word or two: what is read from two metres. */
export function shortAct({ kind, done, instead }: Pick<Next, "kind" | "done" | "instead">): string {
  if (kind === "chill" && instead) return "Eat or chill";
  if (done?.kind === "heat") return done.says === "off" ? "Heat off" : "Heat on";
  return ACT[kind];
}

export function eventWords(event: Happened): string {
  switch (event.kind) {
    case "cue":
      return event.height_share != null
        ? `Line at ${Math.round(event.height_share * 100)} %`
        : `Saw: ${(event.says ?? "").replaceAll("_", " ")}`;
    case "heat":
      return `Heat ${event.says ?? "changed"}`;
    case "lid":
      return event.on === false ? "Lid is off" : DONE.lid;
    case "served":
      return event.knowingly ? "Served knowingly, not shown to be hot enough" : DONE.served;
    default:
      return DONE[event.kind];
  }
}
