// What a button says for the event it makes, and what an event is called where it is listed.
import type { EventKind, Next, Step } from "../api";

export type StepKind = Step["kind"];

const DONE: Record<EventKind, string> = {
  heating: "Heating",
  in: "It is in",
  turned: "Turned",
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

export function doneWords(kind: EventKind, says?: string | null): string {
  if (kind === "heat" && says === "off") return "Heat is off";
  if (kind === "heat" && says === "on") return "Heat is on";
  return DONE[kind];
}

/** The act in a word or two: what is read from two metres. */
export function shortAct({
  kind,
  done,
  says,
  instead,
}: Pick<Next, "kind" | "done" | "says" | "instead">): string {
  switch (kind) {
    case "prepare":
      return "Heat it up";
    case "start":
      return "Fish in";
    case "turn":
      return "Turn";
    case "look":
      return "Look";
    case "off":
      return "Off";
    case "probe":
      return "Probe";
    case "serve":
      return "Serve";
    case "back_on":
      return "Back on";
    case "chill":
      return instead ? "Eat or chill" : "Chill it";
    case "discard":
      return "Throw away";
    case "adjust":
      if (done === "heat") return says === "off" ? "Heat off" : "Heat on";
      return done === "into_oven"
        ? "Into the oven"
        : done === "lid"
          ? "Lid on"
          : done === "fire_low"
            ? "Fire low"
            : "Turn it";
  }
}

export function eventWords(event: {
  kind: EventKind;
  says?: string | null;
  height_share?: number | null;
  c?: number | null;
  knowingly?: boolean | null;
}): string {
  if (event.kind === "cue")
    return event.height_share != null
      ? `Line at ${Math.round(event.height_share * 100)} %`
      : `Saw: ${(event.says ?? "").replaceAll("_", " ")}`;
  if (event.kind === "heat") return `Heat ${event.says ?? "changed"}`;
  if (event.kind === "served" && event.knowingly)
    return "Served knowingly, not shown to be hot enough";
  return DONE[event.kind];
}
