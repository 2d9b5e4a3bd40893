export { coreAt, decode, type Field, levelAt } from "./field";
export { css, NAMES, STATES, type Theme } from "./palette";
export { profile, SliceNow } from "./SliceNow";
export { type Mark, SliceOverTime } from "./SliceOverTime";
export { Thumb } from "./Thumb";
export { useTheme, useWidth } from "./useCanvas";
