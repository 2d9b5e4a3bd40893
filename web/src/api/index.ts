// The door: what the server is asked, and what has not reached it yet.
export { whenRested } from "./asking";
export * from "./client";
export { onSignedOut } from "./door";
export {
  exportBook,
  exportCard,
  importCards,
  keepCopy,
  keepFile,
  piecesOf,
  type Restored,
  restoreCopy,
} from "./files";
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
