// The questions of the counter beside the piece itself: fetched after the first view is drawn.
export { Buy } from "./Buy";
export { Fresh } from "./Fresh";
export { Kept } from "./Kept";
export { Left } from "./Left";
export { OwnFish } from "./OwnFish";
export { Portions } from "./Portions";
export { Thaw } from "./Thaw";
