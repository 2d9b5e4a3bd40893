export { Keys } from "./Keys";
export { Mishap } from "./Mishap";
export { PieceProvider, usePiece } from "./PieceContext";
export { Rail, UnitSwitch } from "./Rail";
export { reloadAfterUpgrade } from "./upgrade";
export { useFish } from "./useFish";
export { keysTaken, useKeys } from "./useKeys";
export { useStored } from "./useStored";
export { VIEWS } from "./views";
