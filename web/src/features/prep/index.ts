export { Prep } from "./Prep";
