export { Kit } from "./Kit";
