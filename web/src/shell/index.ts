export { Keys } from "./Keys";
export { PieceProvider, usePiece } from "./PieceContext";
export { Rail, UnitSwitch } from "./Rail";
export { useFish } from "./useFish";
export { useKeys } from "./useKeys";
export { useStored } from "./useStored";
