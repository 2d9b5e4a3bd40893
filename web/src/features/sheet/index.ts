export { Sheet } from "./Sheet";
