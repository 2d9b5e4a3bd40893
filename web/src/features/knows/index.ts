export { Knows } from "./Knows";
