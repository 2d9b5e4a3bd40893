// Cooks under way as a device knows them: clocks, what waits to be sent, what is called out.
export { type Call, Caller, due, type Said, type Sound } from "./callouts";
export {
  byUrgency,
  firstOf,
  isLate,
  lastDone,
  leftS,
  nextOf,
  nowS,
  onFoldS,
  type Running,
  standing,
} from "./cooks";
export { drop, ofCook, put, type Waiting, waiting } from "./queue";
export { play, soundIsAwake, wakeSound } from "./sound";
export { doneWords, eventWords, type StepKind, shortAct } from "./words";
