// Cooks under way as a device knows them: clocks, what is to come, what waits to be sent, what is called out.
export { type Call, Caller, due, type Said, type Sound } from "./callouts";
export {
  byUrgency,
  firstOf,
  isLate,
  leftS,
  nextOf,
  nowS,
  onFoldS,
  type Running,
} from "./cooks";
export { lastDone, standing } from "./events";
export { openOutbox } from "./outbox";
export { play, soundIsAwake, wakeSound } from "./sound";
export { type Fire, FireStore } from "./store";
export { doneWords, eventWords, shortAct } from "./words";
