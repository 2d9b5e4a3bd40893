// The door: what the server is asked, and what has not reached it yet.
export { whenRested } from "./asking";
export * from "./client";
export { exportBook, exportCard, importCards, keepFile, piecesOf } from "./files";
export { isThere } from "./health";
export { type Watching, watch } from "./live";
export {
  type Draft,
  draftOf,
  dropDraft,
  type Field,
  keepDraft,
  type Sent,
  sendDraft,
  sendUnsent,
  standsIn,
  unsentCards,
} from "./unsent";
