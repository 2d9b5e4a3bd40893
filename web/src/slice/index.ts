export { CutOpen } from "./CutOpen";
export { type CutOpenField, decodeCutOpen, stateAt } from "./cutOpen";
export { coreAt, decode, type Field, levelAt } from "./field";
export { css, NAMES, STATES, type Theme } from "./palette";
export { profile } from "./profile";
export { type Mark, SliceOverTime } from "./SliceOverTime";
export { Thumb } from "./Thumb";
export { useTheme, useWidth } from "./useCanvas";
