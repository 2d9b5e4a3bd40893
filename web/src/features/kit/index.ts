export { FirstVisit } from "./FirstVisit";
export { Kit } from "./Kit";
