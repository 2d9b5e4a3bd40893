export { Keys } from "./Keys";
export { PieceProvider, usePiece } from "./PieceContext";
export { Rail } from "./Rail";
export { useKeys } from "./useKeys";
export { useStored } from "./useStored";
